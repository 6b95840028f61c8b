'use client';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { PROVES, PROVES_NOT } from '@/core/edition/code';
import type { CheckedCode } from '@/studio/editions/checking';
import { postJson } from '@/ui/Actions';
import { Callout } from '@/ui/Callout';
import { Field } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
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
  Stack,
} from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { RegisterNav } from '../RegisterNav';

/** Whether a certificate's code was signed here, and what became of that certificate: from a photograph, or as it is typed. */
export function CheckView() {
  const [text, setText] = useState('');
  const [photo, setPhoto] = useState('');
  const [answer, setAnswer] = useState<{ of: string; checked: CheckedCode | null } | null>(null);
  const asked = text.trim();
  useEffect(() => {
    if (!asked) return;
    let isStale = false;
    void postJson<CheckedCode>('/api/certificates', { text: asked }).then((result) => {
      if (!isStale) setAnswer({ of: asked, checked: 'done' in result ? result.done : null });
    });
    return () => {
      isStale = true;
    };
  }, [asked]);
  const read = async (file: File | null) => {
    if (!file) return;
    const { qrOfPicture } = await import('@/checker/readQr');
    const found = await qrOfPicture(file).catch(() => null);
    setPhoto(found ? 'A code was read.' : 'No code was found in it: nearer, level, in even light.');
    if (found) setText(found);
  };
  const checked = asked && answer?.of === asked ? answer.checked : null;
  return (
    <Page>
      <RegisterNav />
      <PageHeader>
        <div>
          <PageTitle>Check a certificate</PageTitle>
          <Lead>
            Every certificate carries a code that only this studio’s key can have signed. Photograph it,
            or paste what it says.
          </Lead>
        </div>
      </PageHeader>
      <Columns $aside={372}>
        <Panel>
          <Stack $gap={10}>
            <FilePick
              label="A photograph of the code"
              accept=".jpg,.jpeg,.png,.webp"
              onFile={(file) => void read(file)}
            />
            <p role="status">
              <Small>{photo}</Small>
            </p>
            <Field label="What the code says" value={text} onChange={setText} lines={4} />
          </Stack>
          <div aria-live="polite" style={{ marginTop: 20 }}>
            {asked && answer?.of === asked && checked === null && (
              <MarkedText kind="care">It could not be checked just now.</MarkedText>
            )}
            {checked && <Verdicted checked={checked} />}
          </div>
        </Panel>
        <div>
          <PanelTitle>Without a network</PanelTitle>
          <p>
            One file checks the same on anybody’s machine. Put it on your site, or send it along; it holds
            the public half of your key and the certificates that are void by today.
          </p>
          <LinkList style={{ margin: '10px 0 20px' }}>
            <li>
              <a href="/api/export/certificates.html" download>
                Save the checking page
              </a>
            </li>
            <li>
              <a href="/api/export/void-certificates.txt" download>
                Save the list of void certificates
              </a>
            </li>
          </LinkList>
          <Callout>
            <h3>What a good code does not prove</h3>
            {PROVES_NOT.map((line) => (
              <p key={line} style={{ marginTop: 6 }}>
                {line}
              </p>
            ))}
          </Callout>
        </div>
      </Columns>
    </Page>
  );
}

function Verdicted({ checked: { finding, impression, short } }: { checked: CheckedCode }) {
  return (
    <>
      <p style={{ fontSize: 18, lineHeight: '24px', fontWeight: 600 }}>
        <MarkedText kind={finding.verdict}>{finding.word}</MarkedText>
      </p>
      <p style={{ margin: '6px 0 14px' }}>{finding.says}</p>
      <FactList
        rows={[
          ...finding.because.map(({ name, value }) => [name, String(value)] as const),
          ['read out', short],
          [
            'the print',
            impression && (
              <Link key="i" href={`/register/impressions/${impression.id}`} prefetch={false}>
                {impression.word}, everything about it
              </Link>
            ),
          ],
        ]}
      />
      {finding.verdict !== 'fails' && (
        <p style={{ marginTop: 14 }}>
          <Small>{PROVES.join(' ')}</Small>
        </p>
      )}
    </>
  );
}
