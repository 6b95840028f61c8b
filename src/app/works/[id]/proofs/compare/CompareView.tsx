'use client';
import { numberOrTyped } from '@/core/measure';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { isNone, sayAdjustment } from '@/core/colour/adjust';
import type { Limits } from '@/core/proof/compare';
import type { ComparisonRow } from '@/studio/proofs/comparisons';
import { useAction } from '@/app/useAction';
import { postJson } from '@/ui/Actions';
import { sendFile } from '@/ui/sendFile';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Select } from '@/ui/Field';
import { useJob } from '@/ui/Job';
import { Aside, Columns, EmptyState, FactList, PanelTitle, Small, Stack, Table } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { CurveDrawing } from '../sheet/CurveDrawing';

type ProofChoice = {
  id: string;
  round: number;
  kind: string;
  format: string;
  paper: string;
  state: string;
  sheet: boolean;
  practice: boolean;
};
type Props = {
  workId: string;
  aim: 'match' | 'improve';
  limits: Limits;
  untagged: boolean;
  start: string | null;
  proofs: ProofChoice[];
  rows: ComparisonRow[];
};

const Drop = styled.label`
  display: block;
  border: 1px dashed ${t.ink3};
  background: ${t.white};
  padding: 10px 12px;
  cursor: pointer;
  input {
    display: block;
    margin-top: 6px;
    max-width: 100%;
  }
`;
const signed = (v: number) => `${Math.abs(v) < 0.05 ? '' : v < 0 ? '−' : '+'}${Math.abs(v).toFixed(1)}`;

/** A proof held against its picture, and what would bring the next one nearer. */
export function CompareView({ workId, aim, limits, untagged, start, proofs, rows }: Props) {
  const able = proofs.filter((p) => p.state !== 'asked' || p.practice);
  const [chosen, setChosen] = useState(
    able.find((p) => p.id === start)?.id ??
      able.find((p) => rows.some((r) => r.proofId === p.id))?.id ??
      able[0]?.id ??
      '',
  );
  const proof = able.find((p) => p.id === chosen);
  const own = rows.filter((r) => r.proofId === chosen);
  const [first, setFirst] = useState<File | null>(null),
    [second, setSecond] = useState<File | null>(null),
    [reading, setReading] = useState<File | null>(null),
    [reference, setReference] = useState<File | null>(null);
  const job = useJob();
  const [says, setSays] = useState('');
  const [twice, setTwice] = useState(true),
    [celsius, setCelsius] = useState('23'),
    [is, setIs] = useState<'sRGB' | 'opRGB' | ''>('');
  const action = useAction(),
    aimed = useAction();
  const router = useRouter();
  if (!proof)
    return (
      <EmptyState title="Nothing to compare yet">
        <p>
          When a proof has come, scan or photograph it and bring the file in here: Glassine finds it in
          the capture and says in figures how far it is from the picture, and what would bring the next
          one nearer.
        </p>
      </EmptyState>
    );
  const send = async (file: File) => {
    const url = `/api/proofs/${chosen}/capture?name=${encodeURIComponent(file.name)}`;
    const answer = await sendFile<{ sha256: string; fileName: string }>(url, file);
    if ('error' in answer) throw new Error(answer.error.message);
    const { sha256, fileName } = answer.done;
    return { sha256, fileName };
  };
  const compare = async () => {
    setSays('');
    try {
      const captures = [await send(first!), ...(second ? [await send(second)] : [])];
      const done = await action.run('compareCaptures', {
        proofId: chosen,
        captures,
        untaggedIs: is || null,
      });
      if (done?.job) job.begin(done.job as string);
    } catch (error) {
      setSays(error instanceof Error ? error.message : 'The file did not come in.');
    }
  };
  const practise = async () => {
    setSays('');
    const answer = await postJson<{ job: string }>('/api/practice', {
      what: 'proof',
      proofId: chosen,
      celsius: numberOrTyped(celsius),
      twice,
      untaggedIs: is || null,
    });
    if ('done' in answer) job.begin(answer.done.job);
    else setSays(answer.error.message);
  };
  const readings = async () => {
    if (
      await action.run('compareReadingTexts', {
        proofId: chosen,
        fileName: reading!.name,
        readings: await reading!.text(),
        reference: reference ? await reference.text() : null,
      })
    )
      router.refresh();
  };
  return (
    <Columns $aside={310}>
      <Stack>
        <Row style={{ alignItems: 'end', flexWrap: 'wrap' }}>
          <Select
            label="Which proof"
            value={chosen}
            onChange={setChosen}
            options={able.map((p) => ({
              key: p.id,
              name: `round ${p.round}, ${p.kind}: ${p.format} on ${p.paper}${p.state === 'asked' ? ' (not made yet)' : ''}`,
            }))}
            width={440}
          />
          <Small>
            Limits: mean {limits.mean} ΔE00, 95th percentile {limits.p95}
          </Small>
        </Row>
        {aim === 'improve' && (
          <MarkedText kind="care">
            Prints of this work are to improve on the original: what follows says how far a proof left it,
            not whether it is good.
          </MarkedText>
        )}
        {job.line}
        {own.length === 0 && !job.line && (
          <EmptyState title="Not compared yet">
            <p>
              Bring in a scan or a photograph of this proof. A second capture of the same page, taken
              anew, shows what the capture itself is worth: nothing passes on luck.
            </p>
          </EmptyState>
        )}
        {own.map((r) => (
          <OneComparison key={r.id} row={r} workId={workId} />
        ))}
      </Stack>
      <Aside>
        <section>
          <PanelTitle>Bring in captures</PanelTitle>
          <Stack $gap={9} style={{ paddingTop: 8 }}>
            <Drop>
              Scan or photograph of the proof
              <input
                type="file"
                accept=".tif,.tiff,.jpg,.jpeg,.png,.webp"
                onChange={(e) => setFirst(e.target.files?.[0] ?? null)}
                aria-label="Scan or photograph of the proof"
              />
            </Drop>
            <Drop>
              The same page captured again, for the floor
              <input
                type="file"
                accept=".tif,.tiff,.jpg,.jpeg,.png,.webp"
                onChange={(e) => setSecond(e.target.files?.[0] ?? null)}
                aria-label="The same page captured again"
              />
            </Drop>
            {untagged && (
              <Select
                label="The untagged master’s numbers mean"
                value={is}
                onChange={setIs}
                options={[
                  { key: '', name: 'say which' },
                  { key: 'sRGB', name: 'sRGB' },
                  { key: 'opRGB', name: 'opRGB' },
                ]}
              />
            )}
            <Button
              main={first !== null}
              onPress={() => void compare()}
              isDisabled={!first || action.isPending || job.goesOn || proof.state === 'asked'}
            >
              Compare
            </Button>
            {(says || action.error) && (
              <MarkedText kind="fails">{says || action.error!.message}</MarkedText>
            )}
          </Stack>
        </section>
        {proof.sheet && (
          <section>
            <PanelTitle>
              Practise <span>nothing real is printed</span>
            </PanelTitle>
            <Stack $gap={9} style={{ paddingTop: 8 }}>
              {proof.practice ? (
                <>
                  <p>
                    The practice press prints this sheet as its paper truly takes ink on the day, and
                    scans it a little askew.
                  </p>
                  <Field
                    label="Warmth of the room, °C"
                    value={celsius}
                    onChange={setCelsius}
                    width={140}
                  />
                  <Check checked={twice} onChange={setTwice}>
                    Scan the page twice
                  </Check>
                  <Button onPress={() => void practise()} isDisabled={job.goesOn}>
                    Print and scan for practice
                  </Button>
                  {proof.state !== 'asked' && (
                    <Small>
                      <a href={`/api/proofs/${proof.id}/readings`} download>
                        Practice readings of a chart on this paper (CGATS)
                      </a>
                    </Small>
                  )}
                </>
              ) : (
                <p>
                  The practice press knows only papers it profiled itself; this proof went through another
                  profile.
                </p>
              )}
            </Stack>
          </section>
        )}
        <section>
          <PanelTitle>
            Readings of an instrument <span>CGATS or CSV</span>
          </PanelTitle>
          <Stack $gap={9} style={{ paddingTop: 8 }}>
            <Drop>
              Readings
              <input
                type="file"
                accept=".txt,.csv,.cgats,.it8"
                onChange={(e) => setReading(e.target.files?.[0] ?? null)}
                aria-label="Readings"
              />
            </Drop>
            <Drop>
              Reference; without one, the practice chart
              <input
                type="file"
                accept=".txt,.csv,.cgats,.it8"
                onChange={(e) => setReference(e.target.files?.[0] ?? null)}
                aria-label="Reference"
              />
            </Drop>
            <Button
              onPress={() => void readings()}
              isDisabled={!reading || action.isPending || proof.state === 'asked'}
            >
              Compare readings
            </Button>
          </Stack>
        </section>
        <section>
          <PanelTitle>What prints are to do</PanelTitle>
          <Stack $gap={6} style={{ paddingTop: 8 }}>
            <Select<'match' | 'improve'>
              label="Prints of this work are to"
              value={aim}
              onChange={(v) => void aimed.run('declareAim', { workId, aim: v })}
              options={[
                { key: 'match', name: 'match the original' },
                { key: 'improve', name: 'improve on the original' },
              ]}
            />
            <Small>Both are fine. Comparing back measures only the first.</Small>
          </Stack>
        </section>
      </Aside>
    </Columns>
  );
}

function OneComparison({ row, workId }: { row: ComparisonRow; workId: string }) {
  const action = useAction();
  const router = useRouter();
  const b = row.body;
  const at = row.at.slice(0, 16).replace('T', ', ');
  if (b.way === 'readings')
    return (
      <section>
        <PanelTitle>
          Readings: {b.fileName} <span>{at}</span>
        </PanelTitle>
        <Stack $gap={8} style={{ paddingTop: 8 }}>
          <p>
            {b.patches.length} patches: mean {b.mean.toFixed(1)} ΔE00, 95th percentile {b.p95.toFixed(1)};
            the worst is {b.worst}. Bias L* {signed(b.bias.L)}, a* {signed(b.bias.a)}, b*{' '}
            {signed(b.bias.b)}.
            {b.left.length ? ` Left out, without a reference: ${b.left.join(', ')}.` : ''}
          </p>
          <Table $tight>
            <thead>
              <tr>
                <th>Patch</th>
                <th className="n">read L*, a*, b*</th>
                <th className="n">reference</th>
                <th className="n">ΔE00</th>
              </tr>
            </thead>
            <tbody>
              {[...b.patches]
                .sort((x, y) => y.delta - x.delta)
                .slice(0, 8)
                .map((p) => (
                  <tr key={p.id}>
                    <th>{p.id}</th>
                    <td className="n">{p.got.map((v) => v.toFixed(1)).join(', ')}</td>
                    <td className="n">{p.reference.map((v) => v.toFixed(1)).join(', ')}</td>
                    <td className="n">{p.delta.toFixed(2)}</td>
                  </tr>
                ))}
            </tbody>
          </Table>
          <Row>
            <Button quiet onPress={() => void action.run('removeComparison', { id: row.id })}>
              Take it out
            </Button>
          </Row>
        </Stack>
      </section>
    );
  const take = async () => {
    const done = await action.run('takeAdvice', { id: row.id });
    if (done?.href) router.push(done.href as string);
  };
  return (
    <section data-verdict-of={b.finding.verdict}>
      <PanelTitle>
        {row.captures.map((c) => c.fileName).join(' and ')} <span>{at}</span>
      </PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <Verdict finding={b.finding} />
        <div style={{ display: 'flex', gap: 26, flexWrap: 'wrap', alignItems: 'start' }}>
          <DeltaMap columns={b.columns} rows={b.rows} cells={b.byCell} />
          <div style={{ minWidth: 250, flex: 1 }}>
            <FactList
              rows={[
                ['Mean', `${b.mean.toFixed(2)} ΔE00`],
                ['95th percentile', `${b.p95.toFixed(2)} ΔE00`],
                ['Worst cell', `${b.worst.toFixed(1)} ΔE00`],
                [
                  'Floor',
                  b.floor
                    ? `${b.floor.mean.toFixed(2)} ΔE00, from a repeat capture`
                    : 'not known: one capture only',
                ],
                ['Bias', `L* ${signed(b.bias.L)}, a* ${signed(b.bias.a)}, b* ${signed(b.bias.b)}`],
                ['Contrast', `× ${b.slope.toFixed(2)} of the picture’s`],
                ['Chroma', `× ${b.chroma.toFixed(2)} of the picture’s`],
                [
                  'Found',
                  `likeness ${b.likeness.toFixed(2)}, turned ${b.degrees.toFixed(1).replace('-', '−')}°${b.turned ? `; the capture was turned upright by ${b.turned}°` : ''}`,
                ],
                [
                  'Cells',
                  `${b.cells} compared${b.outCells ? `; ${b.outCells} out of gamut, hatched` : ''}`,
                ],
                b.variants.length > 0 && [
                  'Nearest variant',
                  [...b.variants]
                    .sort((x, y) => x.mean - y.mean)
                    .slice(0, 3)
                    .map((v) => `no. ${v.number} (${v.says}): ${v.mean.toFixed(1)}`)
                    .join('; '),
                ],
              ]}
            />
          </div>
          <div>
            <p style={{ maxWidth: 230, paddingBottom: 8 }}>
              <strong>{b.says}</strong>
            </p>
            {b.advice.curve.length > 0 && (
              <CurveDrawing curve={b.advice.curve} label="The curve to start from" />
            )}
          </div>
        </div>
        <Row>
          <Button
            main={b.finding.verdict !== 'holds'}
            onPress={() => void take()}
            isDisabled={action.isPending || isNone(b.advice)}
          >
            Begin the next round with this
          </Button>
          <Small>
            {isNone(b.advice)
              ? 'nothing is left to adjust'
              : `in all, with what was adjusted before: ${sayAdjustment(b.advice)}`}
          </Small>
          <Button quiet onPress={() => void action.run('removeComparison', { id: row.id })}>
            Take it out
          </Button>
        </Row>
        {action.error && <MarkedText kind="fails">{action.error.message}</MarkedText>}
        <Small>
          Relative to the bare paper. <a href={`/works/${workId}/proofs`}>To the rounds</a>
        </Small>
      </Stack>
    </section>
  );
}

/** ΔE00 by cell: white is none, black ten and more; hatched where the paper cannot show what was asked. */
function DeltaMap({
  columns,
  rows,
  cells,
}: {
  columns: number;
  rows: number;
  cells: { x: number; y: number; delta: number; out: boolean }[];
}) {
  const k = Math.min(340 / columns, 300 / rows);
  return (
    <figure>
      <svg
        width={columns * k}
        height={rows * k}
        viewBox={`0 0 ${columns} ${rows}`}
        role="img"
        aria-label="Map of differences"
        style={{ display: 'block', background: '#e6e6e6', outline: `1px solid ${t.line}` }}
        shapeRendering="crispEdges"
      >
        {cells.map((c) => (
          <g key={`${c.x} ${c.y}`}>
            <rect x={c.x} y={c.y} width={1.02} height={1.02} fill="#fff" />
            <rect
              x={c.x}
              y={c.y}
              width={1.02}
              height={1.02}
              fill="#000"
              opacity={Math.min(1, c.delta / 10)}
            />
            {c.out && (
              <path
                d={`M${c.x} ${c.y + 1}L${c.x + 1} ${c.y}`}
                stroke={c.delta > 5 ? '#fff' : '#000'}
                strokeWidth={0.12}
                shapeRendering="auto"
              />
            )}
          </g>
        ))}
      </svg>
      <figcaption style={{ display: 'flex', gap: 8, alignItems: 'center', paddingTop: 4 }}>
        <Small>0</Small>
        <svg width={90} height={9} aria-hidden="true">
          {Array.from({ length: 10 }, (_, i) => (
            <g key={i}>
              <rect x={9 * i} width={9} height={9} fill="#fff" />
              <rect x={9 * i} width={9} height={9} fill="#000" opacity={i / 9} />
            </g>
          ))}
        </svg>
        <Small>10 ΔE00</Small>
      </figcaption>
    </figure>
  );
}
