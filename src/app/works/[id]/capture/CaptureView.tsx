'use client';
import type { LookAlike } from '@/studio/capture/likeness';
import Link from 'next/link';
import type { MasterModel } from '@/app/models';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { NamedFinding, Readings } from '@/core/capture/readings';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { IntakeZone } from '@/ui/Intake';
import { Aside, Columns, EmptyState, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { Findings, hasMap, MAP_SAYS, MapOver, type MapKind } from './Findings';
import { isRead, useMasterState } from './useMasterState';

const Picture = styled.figure`
  background: #cfcfcf;
  display: grid;
  place-items: center;
  min-height: 240px;
  padding: 20px;
  img {
    max-width: 100%;
    max-height: 62vh;
    display: block;
  }
  figcaption {
    color: ${t.ink2};
  }
`;
const MasterLine = styled.li<{ $on: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  padding: 8px 0;
  border-bottom: 1px solid ${t.hair};
  align-items: baseline;
  strong {
    overflow-wrap: anywhere;
  }
`;

/** The masters of a work and what their files say of themselves. */
export function CaptureView({
  workId,
  masters,
  smears,
  readings,
  findings,
  measuring,
  alike,
}: {
  workId: string;
  masters: MasterModel[];
  smears: boolean;
  readings: Readings | null;
  findings: NamedFinding[];
  measuring: { step: string } | null;
  /** Works whose pictures look like this one. */
  alike: LookAlike[];
}) {
  const current = masters.find((m) => m.current);
  return (
    <IntakeZone workId={workId} label={masters.length ? 'Bring in another capture' : 'Bring the file in'}>
      {(choose) =>
        !current ? (
          <EmptyState title="No file yet">
            <p>
              A master is one digital capture of the work, kept byte for byte as it came in. Drop a TIFF,
              JPEG, PNG or WebP up to 2 GB anywhere on this page, or plan the capture first: what to scan
              or photograph it with, for the largest print wanted.
            </p>
            <div>
              <Row>
                {choose}
                <ButtonLink href={`/works/${workId}/capture/plan`}>Plan its capture</ButtonLink>
              </Row>
            </div>
          </EmptyState>
        ) : (
          <Columns $aside={372}>
            <Shown master={current} readings={readings} />
            <Aside>
              <LookAlikes alike={alike} />
              <Findings master={current} readings={readings} findings={findings} measuring={measuring} />
              <FileFacts master={current} />
              <section>
                <PanelTitle>
                  Masters of this work <span>{masters.length}</span>
                </PanelTitle>
                <ul>
                  {masters.map((m) => (
                    <OneMaster key={m.id} master={m} />
                  ))}
                </ul>
                <div style={{ marginTop: 12 }}>{choose}</div>
              </section>
              {smears && (
                <Callout>
                  <h3>This surface smears</h3>Never lay it face down on a scanner’s glass, nor drag it.
                  Photograph it, or have it scanned without contact.
                </Callout>
              )}
            </Aside>
          </Columns>
        )
      }
    </IntakeZone>
  );
}

const MAPS: { key: MapKind; name: string }[] = [
  { key: 'none', name: 'the picture alone' },
  { key: 'detail', name: 'where its detail is' },
  { key: 'high', name: 'lightest end' },
  { key: 'low', name: 'darkest end' },
  { key: 'edge', name: 'edge of its colours' },
];

function Shown({ master, readings }: { master: MasterModel; readings: Readings | null }) {
  const [kind, setKind] = useState<MapKind>('none');
  const maps = readings ? MAPS.filter((m) => hasMap(readings, m.key)) : [];
  return (
    <Stack $gap={8}>
      <Picture>
        {master.state === 'ready' ? (
          <div style={{ position: 'relative' }}>
            <img
              src={`/api/pictures/${master.sha256}/view`}
              alt={`The master ${master.fileName}, whole`}
            />
            {readings && <MapOver readings={readings} kind={kind} />}
          </div>
        ) : master.state === 'not read' ? (
          <NotRead master={master} />
        ) : (
          <ReadingNow key={master.id} master={master} />
        )}
      </Picture>
      {maps.length > 1 && (
        <Row $gap={16}>
          <Select label="Shown on it" value={kind} onChange={setKind} options={maps} width={210} />
          {kind !== 'none' && (
            <Small>
              {MAP_SAYS[kind][0]!.toUpperCase()}
              {MAP_SAYS[kind].slice(1)}.
            </Small>
          )}
        </Row>
      )}
    </Stack>
  );
}

/** A capture that is kept whole and could not be read: why, and what can be done about it. */
function NotRead({ master }: { master: MasterModel }) {
  const action = useAction();
  return (
    <figcaption>
      <Stack $gap={8}>
        <MarkedText kind="fails">
          {master.fileName} is kept, byte for byte, and could not be read. {master.trouble}
        </MarkedText>
        <Row>
          <Button
            onPress={() => void action.run('readAgain', { id: master.id })}
            isDisabled={action.isPending}
          >
            Read again
          </Button>
          <Button
            quiet
            onPress={() => void action.run('cancelReading', { id: master.id })}
            isDisabled={action.isPending}
          >
            Take it out of the studio
          </Button>
        </Row>
        <ErrorCallout error={action.error} />
      </Stack>
    </figcaption>
  );
}

/** Follows a reading and shows the picture when it is there. */
function ReadingNow({ master }: { master: MasterModel }) {
  const router = useRouter();
  const action = useAction();
  const { answer } = useMasterState(master.id, isRead);
  const reading = answer?.reading ?? null;
  useEffect(() => {
    if (answer && isRead(answer)) router.refresh();
  }, [answer, router]);
  return (
    <figcaption>
      <Stack $gap={8}>
        <MarkedText kind="none">
          {reading
            ? `${reading.step[0]!.toUpperCase()}${reading.step.slice(1)}, ${reading.megapixels.toFixed(1)} megapixels: about ${reading.secondsLeft} s left.`
            : 'Being read.'}{' '}
          Everything else can go on meanwhile.
        </MarkedText>
        <Row>
          <Button
            onPress={() => void action.run('cancelReading', { id: master.id })}
            isDisabled={action.isPending}
          >
            Stop, and take it out again
          </Button>
        </Row>
        <ErrorCallout error={action.error} />
      </Stack>
    </figcaption>
  );
}

const mb = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 2 : 1)} MB`;

function FileFacts({ master: m }: { master: MasterModel }) {
  const { length, moment } = useUnits();
  const action = useAction();
  const [method, setMethod] = useState(m.method);
  const at = m.density
    ? `${Math.round(m.density * 100) / 100} ppi (written per ${m.densityUnit}), ${length(Math.round((m.widthPx / m.density) * 25_400))} wide: a label in the file, not a measure`
    : 'none in the file';
  return (
    <section>
      <PanelTitle>
        What the file says{' '}
        <a href={`/api/masters/${m.id}/file`}>
          <Small>save the master</Small>
        </a>
      </PanelTitle>
      <Stack $gap={10}>
        <FactList
          rows={[
            ['File', m.fileName],
            [
              'Kind',
              `${m.fileKind}${m.compression && m.compression !== m.fileKind.toLowerCase() ? `, ${m.compression} compression` : ''}${m.pages > 1 ? `, page 1 of ${m.pages}` : ''}`,
            ],
            [
              'Pixels',
              `${m.widthPx} × ${m.heightPx} px, ${((m.widthPx * m.heightPx) / 1e6).toFixed(1)} megapixels`,
            ],
            [
              'Depth',
              `${m.bits} bit, ${m.channels} ${m.channels === 1 ? 'channel' : 'channels'} ${m.colour}${m.alpha ? ', one of them alpha' : ''}`,
            ],
            ['Profile', m.profileLabel ? `“${m.profileLabel}”` : 'none: untagged'],
            ['Density', at],
            m.orientation > 1 && [
              'Turned',
              `orientation flag ${m.orientation}: applied for view, the bytes stay as they are`,
            ],
            ['Taken', m.capturedAt && `${m.capturedAt.replace('T', ' ')}, by the file’s own clock`],
            ['Size', mb(m.bytes)],
            ['Received', moment(m.receivedAt)],
            [
              'SHA-256',
              <Small key="s">
                {m.sha256.slice(0, 16)}…{m.sha256.slice(-8)}
              </Small>,
            ],
          ]}
        />
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void action.run('noteCapture', { id: m.id, method });
          }}
        >
          <Row>
            <Field
              label="How it was captured"
              value={method}
              onChange={setMethod}
              width={230}
              hint="flatbed at 630 ppi, camera, …"
            />
            <Button type="submit" isDisabled={method === m.method || action.isPending}>
              Note it
            </Button>
          </Row>
        </form>
        <ErrorCallout error={action.error} />
      </Stack>
    </section>
  );
}

function OneMaster({ master: m }: { master: MasterModel }) {
  const { day } = useUnits();
  const action = useAction();
  return (
    <MasterLine $on={m.current}>
      <div>
        <strong>{m.fileName}</strong>
        <br />
        <Small>
          {m.widthPx} × {m.heightPx} px, {m.bits} bit, {day(m.receivedAt)}
          {m.detailShare !== null && `, detail ${Math.round(100 * m.detailShare)} %`}
          {m.derived && `, ${m.derived.how}`}
        </Small>
      </div>
      {m.current ? (
        <Small>current</Small>
      ) : (
        <Button
          onPress={() => void action.run('chooseMaster', { id: m.id })}
          isDisabled={action.isPending}
        >
          Make current
        </Button>
      )}
    </MasterLine>
  );
}

/** Another work with the same picture: brought in twice, or two works that are meant to look alike. */
function LookAlikes({ alike }: { alike: LookAlike[] }) {
  const { day } = useUnits();
  if (alike.length === 0) return null;
  return (
    <section>
      <PanelTitle>Brought in twice?</PanelTitle>
      <ul>
        {alike.map((each) => (
          <li key={each.workId} style={{ padding: '3px 0' }}>
            <MarkedText kind="care">
              It looks like{' '}
              <Link href={`/works/${each.workId}/capture`} prefetch={false}>
                {each.title}
              </Link>
              , in since {day(each.receivedAt)} as {each.fileName}. If it is the same original, bring the
              file in there and put this work away; its numbers must not be sold twice.
            </MarkedText>
          </li>
        ))}
      </ul>
    </section>
  );
}
