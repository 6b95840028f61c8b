'use client';
import Link from 'next/link';
import styled from 'styled-components';
import {
  BEARERS,
  INSPECTION,
  INSPECTION_WORDS,
  type Bearer,
  type Inspected,
} from '@/core/proof/inspection';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeys } from '@/ui/Keys';
import { Columns, EmptyState, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { Stopwatch } from '@/app/Stopwatch';
import { useInspection, type Inspection } from './useInspection';

type Waiting = {
  id: string;
  label: string;
  format: string;
  image: { width: number; height: number };
  paper: string;
  printedAt: string | null;
  reference: {
    id: string;
    round: number;
    words: string;
    light: string;
    photo: boolean;
    distanceUm: number;
  } | null;
};
type Props = {
  workId: string;
  title: string;
  sha256: string | null;
  waiting: Waiting[];
  done: { id: string; label: string; at: string; body: Inspected }[];
};

const Points = styled.ol`
  border-top: 1px solid ${t.ink};
  li {
    display: grid;
    grid-template-columns: 22px minmax(0, 1fr) auto;
    gap: 12px;
    align-items: center;
    border-bottom: 1px solid ${t.hair};
    padding: 7px 8px;
  }
  li[data-here] {
    background: ${t.pressed};
    box-shadow: inset 3px 0 0 ${t.ink};
  }
`;

/** One print after another beside its reference: a key for right, a key for wrong. */
export function InspectView({ workId, title, sha256, waiting, done }: Props) {
  const print = waiting[0] ?? null;
  const inspection = useInspection(print?.id ?? null);
  const { mark, back, keep } = inspection;
  useKeys(
    print
      ? [
          { key: 'y', label: 'this point is right', run: () => mark('right') },
          { key: 'a', label: 'this point is wrong', run: () => mark('wrong') },
          { key: 'b', label: 'one point back', run: back },
          { key: 'k', label: 'keep the inspection', run: () => void keep() },
        ]
      : [],
  );
  if (!print)
    return (
      <Stack>
        <EmptyState title="Every print has been looked over">
          <p>
            When prints are noted as printed, each is looked over here beside its reference: pass, or
            spoil with the reason. <Link href={`/works/${workId}/edition`}>To the edition</Link>
          </p>
        </EmptyState>
        <Done done={done} />
      </Stack>
    );
  return (
    <Columns $aside={360}>
      <Stack>
        <DraftSlip {...inspection.slip} />
        <PrintFacts title={title} print={print} count={waiting.length} />
        <PointList inspection={inspection} />
        <Verdict inspection={inspection} print={print} />
        <Done done={done} />
      </Stack>
      <aside>
        <PanelTitle>The reference</PanelTitle>
        <Stack $gap={9} style={{ paddingTop: 8 }}>
          <Reference reference={print.reference} sha256={sha256} />
          <Stopwatch act="inspect" />
        </Stack>
      </aside>
    </Columns>
  );
}

function PrintFacts({ title, print, count }: { title: string; print: Waiting; count: number }) {
  const { day, size } = useUnits();
  return (
    <>
      <Row style={{ justifyContent: 'space-between', alignItems: 'baseline' }}>
        <h2 style={{ font: `italic 24px/28px ${t.serif}` }}>
          {title}, {print.label}
        </h2>
        <Small>{count} to look over</Small>
      </Row>
      <FactList
        rows={[
          ['Format', `${print.format}: image ${size(print.image)}`],
          ['Paper', print.paper],
          ['Printed', day(print.printedAt) ?? ''],
        ]}
      />
    </>
  );
}

function PointList({ inspection: { points, here, mark } }: { inspection: Inspection }) {
  return (
    <Points aria-label="Points to look at">
      {INSPECTION.map((point, i) => {
        const isHere = i === here;
        return (
          <li key={point} data-here={isHere || undefined} aria-current={isHere ? 'step' : undefined}>
            <strong>{i + 1}</strong>
            <span>
              {INSPECTION_WORDS[point].asks}
              {points[point] !== 'not looked at' && (
                <>
                  <br />
                  <MarkedText kind={points[point] === 'right' ? 'holds' : 'fails'}>
                    {points[point] === 'right' ? 'right' : INSPECTION_WORDS[point].wrong}
                  </MarkedText>
                </>
              )}
            </span>
            <Row>
              <Button
                keyName={isHere ? 'y' : undefined}
                onPress={() => mark('right', i)}
                aria-label={`Right: ${point}`}
              >
                Right
              </Button>
              <Button
                keyName={isHere ? 'a' : undefined}
                onPress={() => mark('wrong', i)}
                aria-label={`Wrong: ${point}`}
              >
                Wrong
              </Button>
            </Row>
          </li>
        );
      })}
    </Points>
  );
}

/** What was measured, what happened, who bears it, and the keeping of it. */
function Verdict({ inspection, print }: { inspection: Inspection; print: Waiting }) {
  const { size } = useUnits();
  const { wrong, left, action } = inspection;
  const standing = left > 0 ? `${left} still to look at` : 'all right';
  return (
    <>
      <Row style={{ alignItems: 'end', flexWrap: 'wrap' }}>
        <Field
          label="Image as measured, if you measured"
          value={inspection.measured}
          onChange={inspection.setMeasured}
          width={220}
          hint={`within 1 mm of ${size(print.image)}`}
          wrong={action.fieldError('measured')}
        />
        {wrong.length > 0 && (
          <Select<Bearer>
            label="Who bears the cost"
            value={inspection.bears}
            onChange={inspection.setBears}
            options={BEARERS.map((b) => ({ key: b, name: b }))}
            width={210}
          />
        )}
      </Row>
      {(wrong.length > 0 || inspection.words) && (
        <Field label="What happened" value={inspection.words} onChange={inspection.setWords} lines={2} />
      )}
      <Row>
        <Button
          main
          keyName="k"
          onPress={() => void inspection.keep()}
          isDisabled={action.isPending || !inspection.mayKeep}
        >
          {wrong.length ? 'Spoil it, with the reason' : 'Pass it'}
        </Button>
        <Small>{wrong.length ? `${wrong.length} wrong` : standing}</Small>
      </Row>
      <ErrorCallout error={action.error} fields={['measured']} />
    </>
  );
}

function Reference({ reference, sha256 }: { reference: Waiting['reference']; sha256: string | null }) {
  const { length } = useUnits();
  if (!reference)
    return (
      <MarkedText kind="care">
        Printed without an accepted proof: there is no reference to hold it against.
      </MarkedText>
    );
  return (
    <>
      <p>
        <MarkedText kind="holds">
          Round {reference.round}, accepted
          {reference.light ? `, judged in ${reference.light}` : ''}
        </MarkedText>
      </p>
      {reference.words && <p>“{reference.words}”</p>}
      {(reference.photo || sha256) && (
        <img
          src={reference.photo ? `/api/proofs/${reference.id}/photo` : `/api/pictures/${sha256}/view`}
          alt={reference.photo ? 'The reference proof, photographed' : 'The picture'}
          style={{ width: '100%', display: 'block', background: '#959595', padding: 14 }}
        />
      )}
      <Small>
        {reference.photo
          ? 'The reference, photographed.'
          : 'The picture itself; no photograph of the reference is kept.'}{' '}
        Hold the print beside the reference sheet, in that light, from {length(reference.distanceUm)}.
      </Small>
    </>
  );
}

function Done({ done }: { done: Props['done'] }) {
  const { day } = useUnits();
  if (!done.length) return null;
  return (
    <section>
      <PanelTitle>Looked over lately</PanelTitle>
      <ul>
        {done.map((d) => (
          <li key={d.id} style={{ padding: '5px 0' }}>
            <MarkedText kind={d.body.verdict === 'passed' ? 'holds' : 'fails'}>
              {d.label}: {d.body.verdict}
              {d.body.words ? `, ${d.body.words}` : ''}
              {d.body.bears ? `; borne by ${d.body.bears}` : ''} <Small>{day(d.at)}</Small>
            </MarkedText>
          </li>
        ))}
      </ul>
    </section>
  );
}
