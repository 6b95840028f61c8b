'use client';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import {
  BEARERS,
  INSPECTION,
  INSPECTION_WORDS,
  type Bearer,
  type Inspected,
  type InspectionPoint,
} from '@/core/proof/inspection';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Select } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Columns, EmptyState, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

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
const NOTHING = Object.fromEntries(INSPECTION.map((p) => [p, 'not looked at'])) as Inspected['points'];

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
  const { day } = useUnits();
  const { length, size } = useUnits();
  const print = waiting[0];
  const [points, setPoints] = useState(NOTHING);
  const [here, setHere] = useState(0);
  const [measured, setMeasured] = useState(''),
    [words, setWords] = useState('');
  const [bears, setBears] = useState<Bearer>('the studio');
  const action = useAction();
  const mark = (how: 'right' | 'wrong', at = here) => {
    const p = INSPECTION[Math.min(at, INSPECTION.length - 1)]!;
    setPoints((all) => ({ ...all, [p]: how }));
    setHere(Math.min(INSPECTION.length, at + 1));
  };
  const wrong = INSPECTION.filter((p) => points[p] === 'wrong'),
    left = INSPECTION.filter((p) => points[p] === 'not looked at').length;
  const save = () =>
    void action.run('inspectPrint', {
      impressionId: print!.id,
      points,
      measured,
      words,
      bears: wrong.length ? bears : null,
    });
  useKeys(
    print
      ? [
          { key: 'y', label: 'this point is right', run: () => mark('right') },
          { key: 'a', label: 'this point is wrong', run: () => mark('wrong') },
          { key: 'b', label: 'one point back', run: () => setHere((h) => Math.max(0, h - 1)) },
          { key: 'k', label: 'keep the inspection', run: save },
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
        <Row style={{ justifyContent: 'space-between', alignItems: 'baseline' }}>
          <h2 style={{ font: `italic 24px/28px ${t.serif}` }}>
            {title}, {print.label}
          </h2>
          <Small>{waiting.length} to look over</Small>
        </Row>
        <FactList
          rows={[
            ['Format', `${print.format}: image ${size(print.image)}`],
            ['Paper', print.paper],
            ['Printed', day(print.printedAt) ?? ''],
          ]}
        />
        <Points aria-label="Points to look at">
          {INSPECTION.map((p: InspectionPoint, i) => (
            <li
              key={p}
              data-here={i === here || undefined}
              aria-current={i === here ? 'step' : undefined}
            >
              <strong>{i + 1}</strong>
              <span>
                {INSPECTION_WORDS[p].asks}
                {points[p] !== 'not looked at' && (
                  <>
                    <br />
                    <MarkedText kind={points[p] === 'right' ? 'holds' : 'fails'}>
                      {points[p] === 'right' ? 'right' : INSPECTION_WORDS[p].wrong}
                    </MarkedText>
                  </>
                )}
              </span>
              <Row>
                <Button
                  keyName={i === here ? 'y' : undefined}
                  onPress={() => mark('right', i)}
                  aria-label={`Right: ${p}`}
                >
                  Right
                </Button>
                <Button
                  keyName={i === here ? 'a' : undefined}
                  onPress={() => mark('wrong', i)}
                  aria-label={`Wrong: ${p}`}
                >
                  Wrong
                </Button>
              </Row>
            </li>
          ))}
        </Points>
        <Row style={{ alignItems: 'end', flexWrap: 'wrap' }}>
          <Field
            label="Image as measured, if you measured"
            value={measured}
            onChange={setMeasured}
            width={220}
            hint={`within 1 mm of ${size(print.image)}`}
            wrong={action.fieldError('measured')}
          />
          {wrong.length > 0 && (
            <Select<Bearer>
              label="Who bears the cost"
              value={bears}
              onChange={setBears}
              options={BEARERS.map((b) => ({ key: b, name: b }))}
              width={210}
            />
          )}
        </Row>
        {(wrong.length > 0 || words) && (
          <Field label="What happened" value={words} onChange={setWords} lines={2} />
        )}
        <Row>
          <Button
            main
            keyName="k"
            onPress={save}
            isDisabled={action.isPending || (left > 0 && !wrong.length)}
          >
            {wrong.length ? 'Spoil it, with the reason' : 'Pass it'}
          </Button>
          <Small>
            {wrong.length ? `${wrong.length} wrong` : left ? `${left} still to look at` : 'all right'}
          </Small>
        </Row>
        <ErrorCallout error={action.error} fields={['measured']} />
        <Done done={done} />
      </Stack>
      <aside>
        <PanelTitle>The reference</PanelTitle>
        <Stack $gap={9} style={{ paddingTop: 8 }}>
          {print.reference ? (
            <>
              <p>
                <MarkedText kind="holds">
                  Round {print.reference.round}, accepted
                  {print.reference.light ? `, judged in ${print.reference.light}` : ''}
                </MarkedText>
              </p>
              {print.reference.words && <p>“{print.reference.words}”</p>}
              {(print.reference.photo || sha256) && (
                <img
                  src={
                    print.reference.photo
                      ? `/api/proofs/${print.reference.id}/photo`
                      : `/api/pictures/${sha256}/view`
                  }
                  alt={print.reference.photo ? 'The reference proof, photographed' : 'The picture'}
                  style={{ width: '100%', display: 'block', background: '#959595', padding: 14 }}
                />
              )}
              <Small>
                {print.reference.photo
                  ? 'The reference, photographed.'
                  : 'The picture itself; no photograph of the reference is kept.'}{' '}
                Hold the print beside the reference sheet, in that light, from{' '}
                {length(print.reference.distanceUm)}.
              </Small>
            </>
          ) : (
            <MarkedText kind="care">
              Printed without an accepted proof: there is no reference to hold it against.
            </MarkedText>
          )}
        </Stack>
      </aside>
    </Columns>
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
