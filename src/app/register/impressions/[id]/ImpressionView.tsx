'use client';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import { ActionSheet } from '@/app/ActionSheet';
import { EvidenceStrip } from '@/app/EvidenceStrip';
import type { EditionModel } from '@/app/models';
import type { Evidence } from '@/core/notes';
import { useAction } from '@/app/useAction';
import { orNotRecorded, type AsPrinted } from '@/core/edition/asPrinted';
import type { ImpressionState } from '@/core/edition/impressionStates';
import { lineWords } from '@/core/edition/lineWords';
import { INSPECTION, type Inspected } from '@/core/proof/inspection';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import {
  Columns,
  FactList,
  Lead,
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
import { SheetDrawing } from './SheetDrawing';

type Props = {
  id: string;
  title: string;
  label: string;
  word: string;
  state: ImpressionState;
  pen: string;
  isHeldBack: boolean;
  signedAt: string | null;
  edition: EditionModel;
  facts: AsPrinted | null;
  priceMinor: number | null;
  proofRound: number | null;
  certificates: {
    id: string;
    issue: number;
    issuedAt: string;
    why: string;
    voidedAt: string | null;
    voidWhy: string;
  }[];
  inspections: { id: string; at: string; body: Inspected }[];
  keepers: { id: string; name: string; how: string; sinceOn: string; note: string }[];
  history: { seq: number; at: string; who: string; act: string; body: unknown; hash: string }[];
  order: { id: string; number: number; buyer: string; state: string } | null;
  consignment: { id: string; number: number; shop: string; dueOn: string; priceMinor: number } | null;
  mounts: string[];
  picture: string | null;
  /** Photographs kept with it: a spoiled sheet, a damage. */
  pictures: Evidence[];
};

const Time = styled.ol`
  position: relative;
  padding-left: 18px;
  border-left: 1px solid ${t.ink3};
  margin-left: 5px;
  li {
    position: relative;
    padding: 0 0 14px;
  }
  li::before {
    position: absolute;
    left: -23px;
    top: 5px;
    width: 9px;
    height: 9px;
    box-sizing: border-box;
    border: 1px solid ${t.ink};
    background: ${t.sheet};
    content: '';
  }
  li:first-child::before {
    background: ${t.ink};
  }
  small {
    display: block;
    color: ${t.ink2};
    font-size: 12px;
  }
`;

/** Where a print has gone to for good, so that somebody may have it. */
const HAS_KEEPER: readonly ImpressionState[] = ['delivered', 'gifted', 'kept'];

/** One impression: what it was printed as, where it is, who has it, and everything that happened to it as a line of time. */
export function ImpressionView(props: Props) {
  const { title, label, word, edition, facts, picture } = props;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>
            {title}, {label}
          </PageTitle>
          <Lead>
            <Link href={`/register/${edition.id}`} prefetch={false}>
              {edition.kind === 'open' ? 'Open edition' : `Run of ${edition.size}`}
            </Link>
            . It is <strong>{word}</strong>
            {props.isHeldBack && ', kept back by the artist'}.
          </Lead>
        </div>
      </PageHeader>
      <Columns $aside={400}>
        <Panel>
          {facts ? (
            <AsPrintedPart facts={facts} picture={picture} label={label} proofRound={props.proofRound} />
          ) : (
            <p>Not printed yet: what it is stands here from the day it is, for good.</p>
          )}
          <div style={{ height: 24 }} />
          <Certificates {...props} />
          <div style={{ height: 24 }} />
          <Whereabouts {...props} />
          <div style={{ height: 24 }} />
          <PanelTitle>
            Photographs of it <span>what spoiled it, how it came back</span>
          </PanelTitle>
          <EvidenceStrip
            subject="impression"
            subjectId={props.id}
            about={`${title}, ${label}`}
            pictures={props.pictures}
          />
        </Panel>
        <div>
          <PanelTitle>What happened to it</PanelTitle>
          <TimeLine {...props} />
        </div>
      </Columns>
    </Page>
  );
}

function AsPrintedPart({
  facts,
  picture,
  label,
  proofRound,
}: {
  facts: AsPrinted;
  picture: string | null;
  label: string;
  proofRound: number | null;
}) {
  const { size, other, moment } = useUnits();
  const hash = (file: AsPrinted['file']) =>
    file && (
      <>
        {file.name} <Small>{file.sha256.slice(0, 12)}…</Small>
      </>
    );
  return (
    <>
      <PanelTitle>
        As it was printed{' '}
        <span>{facts.reconstructed ? 'put together afterwards' : 'frozen with it'}</span>
      </PanelTitle>
      <div style={{ display: 'flex', gap: 28, flexWrap: 'wrap' }}>
        <SheetDrawing image={facts.image} sheet={facts.sheet} picture={picture} label={label} />
        <div style={{ flex: '1 1 300px' }}>
          <FactList
            rows={[
              ['Picture', `${size(facts.image)} (${other(facts.image)})`],
              ['Sheet', `${size(facts.sheet)} (${other(facts.sheet)})`],
              [
                'Paper',
                `${facts.paper.name}, ${facts.paper.base}, ${facts.paper.surface}, ${facts.paper.gsm} g/m²`,
              ],
              ['From', orNotRecorded(facts.lot, 'lot')],
              ['Process', orNotRecorded(facts.process, 'process')],
              [
                'Made by',
                [...new Set([facts.route, facts.machine])].filter(Boolean).join(', ') || 'not recorded',
              ],
              ['Print file', hash(facts.file) ?? 'not recorded'],
              ['Master', hash(facts.master) ?? 'not recorded'],
              ['Profile', [facts.profile, facts.intent].filter(Boolean).join(', ') || 'not recorded'],
              [
                'Held against',
                proofRound !== null ? `accepted proof, round ${proofRound}` : 'no accepted proof',
              ],
              ['Printed', `${moment(facts.printedAt)}${facts.who ? `, ${facts.who}` : ''}`],
            ]}
          />
        </div>
      </div>
      {facts.reconstructed && (
        <p style={{ marginTop: 10 }}>
          <MarkedText kind="care">
            This print is older than the record of its facts, or came from a notebook: they were put
            together from what was still known. Its certificate says so.
          </MarkedText>
        </p>
      )}
    </>
  );
}

function Certificates({ id, certificates }: Props) {
  const { day } = useUnits();
  const [isReissuing, setReissuing] = useState(false);
  const standing = certificates.find((each) => !each.voidedAt);
  return (
    <section>
      <PanelTitle>Certificate</PanelTitle>
      {certificates.length === 0 && <p>None written yet. It is written at the sheets of its edition.</p>}
      <FactList
        rows={certificates.map((each) => [
          each.issue === 1 ? 'The first' : `Number ${each.issue}`,
          <span key={each.id}>
            <MarkedText kind={each.voidedAt ? 'care' : 'holds'}>
              written {day(each.issuedAt)}
              {each.voidedAt && `, void since ${day(each.voidedAt)}: ${each.voidWhy}`}
            </MarkedText>{' '}
            <a href={`/api/documents/certificate/${each.id}`} target="_blank" rel="noreferrer">
              PDF
            </a>
          </span>,
        ])}
      />
      {standing && (
        <Row style={{ marginTop: 10 }}>
          <a href={`/api/documents/back-label/${standing.id}`} target="_blank" rel="noreferrer">
            Label for the back
          </a>
          <Button onPress={() => setReissuing(true)}>Write it anew</Button>
        </Row>
      )}
      {isReissuing && (
        <ActionSheet
          act="reissueCertificate"
          title="Write the certificate anew"
          label="Write it anew"
          about={id}
          width={480}
          columns="1fr"
          asks={[{ kind: 'text', name: 'why', label: 'Why', required: true, autoFocus: true }]}
          first={{ why: '' }}
          input={({ why }) => ({ impressionId: id, why })}
          onClose={() => setReissuing(false)}
        >
          <p style={{ marginBottom: 12 }}>
            The one before is void from now on and stays on record; both are told apart by their codes.
          </p>
        </ActionSheet>
      )}
    </section>
  );
}

function Whereabouts({
  id,
  word,
  order,
  consignment,
  keepers,
  state,
  priceMinor,
  pen,
  signedAt,
  mounts,
  inspections,
}: Props) {
  const { money, date, day, today } = useUnits();
  const [isNoting, setNoting] = useState(false);
  const action = useAction();
  const last = inspections[0];
  return (
    <section>
      <PanelTitle>Where it is, and with whom</PanelTitle>
      <FactList
        rows={[
          ['Now', word],
          last !== undefined && [
            'Looked over',
            `${day(last.at)}: ${last.body.verdict}, ${INSPECTION.length} points${last.body.words ? `, ${last.body.words}` : ''}`,
          ],
          signedAt !== null && ['Signed', `${day(signedAt)}${pen ? `, with ${pen}` : ''}`],
          ['Mount or frame', mounts.length ? `${mounts.join(', ')} planned for this size` : null],
          [
            'Order',
            order && (
              <Link key="o" href={`/orders/${order.id}`} prefetch={false}>
                {order.number}, {order.buyer}
              </Link>
            ),
          ],
          [
            'At a shop',
            consignment && (
              <Link key="c" href={`/register/consignments/${consignment.id}`} prefetch={false}>
                {consignment.shop}, note {consignment.number}, due {date(consignment.dueOn)}
              </Link>
            ),
          ],
          ['Price', priceMinor === null ? null : money(priceMinor)],
          ...keepers.map(
            (keeper) =>
              [
                keeper.how === 'resold' ? 'Resold to' : 'With',
                <span key={keeper.id}>
                  {keeper.name}, {keeper.how} {date(keeper.sinceOn)}
                  {keeper.note && `, ${keeper.note}`}{' '}
                  <Button quiet onPress={() => void action.run('forgetKeeper', { id: keeper.id })}>
                    Take the name out
                  </Button>
                </span>,
              ] as const,
          ),
        ]}
      />
      <ErrorCallout error={action.error} />
      {HAS_KEEPER.includes(state) && (
        <Row style={{ marginTop: 10 }}>
          <Button onPress={() => setNoting(true)}>It changed hands</Button>
        </Row>
      )}
      {isNoting && (
        <ActionSheet
          act="noteKeeper"
          title="It changed hands"
          label="Note it"
          about={id}
          width={520}
          asks={[
            { kind: 'text', name: 'name', label: 'Who has it now', required: true, autoFocus: true },
            {
              kind: 'choice',
              name: 'how',
              label: 'How',
              options: [
                { key: 'resold', name: 'resold' },
                { key: 'given', name: 'given or inherited' },
                { key: 'bought', name: 'bought from the studio' },
                { key: 'kept', name: 'kept' },
              ],
            },
            { kind: 'day', name: 'sinceOn', label: 'Since', required: true },
            { kind: 'text', name: 'note', label: 'Note' },
          ]}
          first={{
            name: '',
            how: 'resold' as 'resold' | 'given' | 'bought' | 'kept',
            sinceOn: today(),
            note: '',
          }}
          input={(values) => ({ ...values, impressionId: id })}
          onClose={() => setNoting(false)}
        >
          <p style={{ marginBottom: 12 }}>
            The register keeps that it changed hands and when. The name stands beside it, and goes when
            its owner asks.
          </p>
        </ActionSheet>
      )}
    </section>
  );
}

function TimeLine({ history, edition }: Props) {
  const { moment } = useUnits();
  return (
    <Time>
      {history.map((line) => (
        <li key={line.seq}>
          <small>
            {moment(line.at)} · entry {line.seq} · {line.hash.slice(0, 4)}…{line.hash.slice(-4)}
          </small>
          {lineWords(line.act, line.body)}
        </li>
      ))}
      <li>
        <small>{moment(edition.openedAt)}</small>
        {edition.kind === 'open' ? 'Edition opened' : 'Number declared'}
      </li>
    </Time>
  );
}
