'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { ActionSheet } from '@/app/ActionSheet';
import { USUAL_CARE, USUAL_WORDS, WORDING_FIELDS } from '@/core/edition/certificate';
import type { CheckedCode } from '@/studio/editions/checking';
import { postJson } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Field } from '@/ui/Field';
import {
  Columns,
  FactList,
  Lead,
  LinkList,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { ChainLine } from '../ChainLine';
import { RegisterNav } from '../RegisterNav';

type Key = { id: string; madeAt: string; retiredAt: string | null; why: string };
const Head = styled.output`
  display: block;
  padding: 10px 12px;
  background: ${t.white};
  border: 1px solid ${t.line};
  overflow-wrap: anywhere;
  user-select: all;
  font-size: 13px;
`;

/** How the register is kept whole, provable and readable elsewhere: chain, head, key, exports, and what certificates say. */
export function KeepingView({
  years,
  entries,
  last,
  head,
  keys,
  words,
  care,
}: {
  years: { year: string; lines: number }[];
  entries: number;
  last: string | null;
  head: string;
  keys: Key[];
  words: string;
  care: string;
}) {
  const { moment } = useUnits();
  const [open, setOpen] = useState<'key' | 'words' | null>(null);
  return (
    <Page>
      <RegisterNav />
      <PageHeader>
        <div>
          <PageTitle>Keeping the register</PageTitle>
          <Lead>
            Each line carries the hash of the one before: a line changed in the middle is found, and
            named.
            {last && ` The last was written ${moment(last)}.`}
          </Lead>
          <ChainLine entries={entries} />
        </div>
      </PageHeader>
      <Columns $aside={400}>
        <Panel>
          <PanelTitle>The end of the chain, to be kept elsewhere</PanelTitle>
          <p style={{ marginBottom: 10 }}>
            Whoever has the whole folder could write the chain anew to its end. This one line, printed out
            or sent to yourself, finds that: keep one now and then.
          </p>
          <Head aria-label="Signed head of the register">{head}</Head>
          <Row style={{ margin: '10px 0 24px' }}>
            <a
              href={`mailto:?subject=${encodeURIComponent('Head of the register')}&body=${encodeURIComponent(head)}`}
            >
              Send it to yourself
            </a>
            <a href="/api/export/register-head.txt" download>
              Save it
            </a>
          </Row>
          <HeadCheck />
          <div style={{ height: 24 }} />
          <PanelTitle>The register in open formats</PanelTitle>
          <LinkList>
            <li>
              {years.map(({ year }) => (
                <span key={year}>
                  <a href={`/api/documents/register/${year}`} target="_blank" rel="noreferrer">
                    PDF of {year}
                  </a>{' '}
                </span>
              ))}
              <a href="/api/documents/register/all" target="_blank" rel="noreferrer">
                PDF of all
              </a>{' '}
              <Small>to be signed and bound</Small>
            </li>
            <li>
              <a href="/api/export/register.csv" download>
                CSV
              </a>{' '}
              <Small>a table, one line an entry, with both hashes</Small>
            </li>
            <li>
              <a href="/api/export/register.json" download>
                JSON
              </a>{' '}
              <Small>every field as it is hashed, so that anybody can walk the chain</Small>
            </li>
            <li>
              <a href="/api/export/register.schema.json" download>
                JSON Schema
              </a>{' '}
              <Small>what the JSON holds, and how a line is hashed</Small>
            </li>
          </LinkList>
        </Panel>
        <div>
          <PanelTitle>What it is signed with</PanelTitle>
          <FactList
            rows={keys.map((key) => [
              key.id,
              key.retiredAt
                ? `retired ${moment(key.retiredAt)}${key.why ? `: ${key.why}` : ''}`
                : `in use since ${moment(key.madeAt)}`,
            ])}
          />
          <Callout style={{ marginTop: 16 }}>
            <h3>Guard the key</h3>
            It lies in the folder keys beside the records, and goes into every backup. Whoever has it can
            sign in your name; without it nobody can, you included. If somebody may have it, renew it:
            what it signed until that day stays good.
          </Callout>
          <Row style={{ margin: '12px 0 24px' }}>
            <Button onPress={() => setOpen('key')}>Sign with a new key</Button>
          </Row>
          <PanelTitle>What certificates say</PanelTitle>
          <p>{words || USUAL_WORDS}</p>
          <p style={{ margin: '8px 0 12px' }}>{care || USUAL_CARE}</p>
          <Button onPress={() => setOpen('words')}>Change the words</Button>
        </div>
      </Columns>
      {open === 'key' && (
        <ActionSheet
          act="renewSigningKey"
          title="Sign with a new key"
          label="Renew it"
          about="key"
          width={480}
          columns="1fr"
          asks={[{ kind: 'text', name: 'why', label: 'Why', required: true, autoFocus: true }]}
          first={{ why: '' }}
          input={({ why }) => ({ why })}
          onClose={() => setOpen(null)}
        >
          <p style={{ marginBottom: 12 }}>
            Checking pages saved before know only the old key: save yours anew afterwards. This cannot be
            taken back.
          </p>
        </ActionSheet>
      )}
      {open === 'words' && (
        <ActionSheet
          act="setCertificateWords"
          title="What certificates say"
          label="Keep these words"
          about="words"
          width={600}
          columns="1fr"
          asks={[
            {
              kind: 'prose',
              name: 'certificate',
              label: 'The certificate',
              lines: 3,
              hint: `fields: ${WORDING_FIELDS.map((field) => `{${field}}`).join(' ')}; empty for the usual words`,
            },
            { kind: 'prose', name: 'care', label: 'Care', lines: 3, hint: 'empty for the usual words' },
          ]}
          first={{ certificate: words, care }}
          input={(values) => values}
          onClose={() => setOpen(null)}
        />
      )}
    </Page>
  );
}

/** A head that was kept, held against the register of today. */
function HeadCheck() {
  const [text, setText] = useState('');
  const [said, setSaid] = useState<CheckedCode['finding'] | null>(null);
  const check = async () => {
    const result = await postJson<CheckedCode>('/api/certificates', { text });
    setSaid(
      'done' in result
        ? result.done.finding
        : { verdict: 'care', word: 'not checked', says: result.error.message, because: [] },
    );
  };
  return (
    <section>
      <PanelTitle>A head you kept</PanelTitle>
      <Row style={{ alignItems: 'end' }}>
        <Field label="Paste it" value={text} onChange={setText} width={420} />
        <Button isDisabled={!text.trim()} onPress={() => void check()}>
          Hold it against the register
        </Button>
      </Row>
      <div role="status" style={{ marginTop: 8 }}>
        {said && (
          <MarkedText kind={said.verdict}>
            {said.word}: {said.says}
          </MarkedText>
        )}
      </div>
    </section>
  );
}
