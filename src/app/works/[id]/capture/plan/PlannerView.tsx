'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { equipmentFor, type Equipment } from '@/core/capture/equipment';
import { planCapture, type CapturePlan, type Subject, type Way } from '@/core/capture/plan';
import { InputError } from '@/core/errors';
import { parseMoney, parseSize, type Size, readNumber } from '@/core/measure';
import { ButtonLink, Row } from '@/ui/Button';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { Aside, Columns, EmptyState, ScrollArea, PanelTitle, Small, Stack, Table } from '@/ui/Layout';
import { Callout, Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { EquipmentSheet } from './EquipmentSheet';
import { WayDrawing } from './WayDrawing';

type Thing = { id: string; name: string; spec: Equipment };
type First = Subject & { print: Size | null };
const KINDS = [
  'painting',
  'drawing',
  'photograph on film',
  'digital photograph',
  'born digital',
] as const;
const Advice = styled.p`
  font: italic 19px/25px ${t.serif};
  max-width: 76ch;
  text-wrap: pretty;
  padding: 2px 0 4px;
`;

const mb = (bytes: number) =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(2)} GB` : `${(bytes / 1e6).toFixed(0)} MB`;

/** All ways of capturing an original side by side, and the one advised. */
export function PlannerView({
  workId,
  title,
  picture,
  equipment,
  currency,
  first,
}: {
  workId: string | null;
  title: string;
  picture: string | null;
  equipment: Thing[];
  currency: string;
  first: First;
}) {
  const { unit, size, length, money, bareSize } = useUnits();
  const [q, setQ] = useState(() => ({
    kind: first.kind as (typeof KINDS)[number],
    original: first.original ? size(first.original) : '',
    print: first.print ? size(first.print) : '',
    ppi: '300',
    smears: first.smears,
    thick: first.thick,
    gloss: first.gloss,
    fill: '90',
    overlap: '20',
    hour: '30.00',
    left: '25.00',
    expected: '20',
  }));
  const set =
    <K extends keyof typeof q>(key: K) =>
    (value: (typeof q)[K]) =>
      setQ((was) => ({ ...was, [key]: value }));
  const [chosen, setChosen] = useState<string | null>(null);
  const planned = useMemo(():
    | { plan: CapturePlan; print: Size; original: Size | null }
    | { wrong: { field: string; expected: string } }
    | null => {
    if (!q.print.trim()) return null;
    try {
      const number = (text: string, field: string, least: number, most: number) => {
        const n = readNumber(text);
        if (n === null || n < least || n > most)
          throw new InputError(field, text, `a number from ${least} to ${most}`);
        return n;
      };
      const original = q.original.trim() ? parseSize(q.original, unit, 'original') : null;
      const print = parseSize(q.print, unit, 'print');
      return {
        original,
        print,
        plan: planCapture({
          subject: { kind: q.kind, original, smears: q.smears, thick: q.thick, gloss: q.gloss },
          print,
          ppi: number(q.ppi, 'ppi', 30, 1_440),
          fill: number(q.fill, 'fill', 10, 100) / 100,
          overlap: number(q.overlap, 'overlap', 5, 60) / 100,
          hourMinor: parseMoney(q.hour, currency, 'hour'),
          leftPerPrint: parseMoney(q.left, currency, 'left'),
          expected: number(q.expected, 'expected', 0, 100_000),
          currency,
          unit,
          ...equipmentFor(equipment),
        }),
      };
    } catch (error) {
      if (error instanceof InputError) return { wrong: { field: error.field, expected: error.expected } };
      throw error;
    }
  }, [q, unit, currency, equipment]);
  const wrong = (field: string) =>
    planned && 'wrong' in planned && planned.wrong.field === field
      ? `Expected ${planned.wrong.expected}.`
      : null;
  const ok = planned && 'plan' in planned ? planned : null;
  const way =
    ok?.plan.ways.find((w) => w.name === chosen) ??
    ok?.plan.ways.find((w) => w.name === ok.plan.advised) ??
    ok?.plan.ways[0];
  return (
    <Columns $aside={330}>
      <Stack>
        <Fields $columns="repeat(auto-fill, minmax(150px, 1fr))">
          <Select
            label="What it is"
            value={q.kind}
            onChange={set('kind')}
            options={KINDS.map((k) => ({ key: k, name: k }))}
          />
          <Field
            label={q.kind === 'photograph on film' ? 'Size of the frame' : 'Size of the original'}
            value={q.original}
            onChange={set('original')}
            hint="such as 400 x 300 mm, A5"
            wrong={wrong('original')}
          />
          <Field
            label="Largest print wanted"
            value={q.print}
            onChange={set('print')}
            hint="the image, without border"
            wrong={wrong('print')}
            autoFocus={!first.print}
          />
          <Field label="Pixels per inch asked" value={q.ppi} onChange={set('ppi')} wrong={wrong('ppi')} />
        </Fields>
        <Row $gap={22}>
          <Check checked={q.smears} onChange={set('smears')}>
            Its surface smears
          </Check>
          <Check checked={q.thick} onChange={set('thick')}>
            It does not lie flat
          </Check>
          <Check checked={q.gloss} onChange={set('gloss')}>
            It is glossy
          </Check>
        </Row>
        {!ok ? (
          <EmptyState title={planned ? 'One figure cannot be read yet' : 'Say the largest print'}>
            <p>
              {planned
                ? 'It is named above; the plan appears as soon as it can be worked out.'
                : 'The largest print decides everything that follows: pixels, passes, light and cost. All ways then stand here side by side.'}
            </p>
          </EmptyState>
        ) : (
          <>
            <Advice role="status">{ok.plan.advice}</Advice>
            {ok.plan.ways.length > 0 && (
              <ScrollArea>
                <Table aria-label="Ways of capturing it" $middle>
                  <thead>
                    <tr>
                      <th>Way</th>
                      <th>Finding</th>
                      <th className="n">Pixels</th>
                      <th className="n">8 / 16 bit</th>
                      <th className="n">Time</th>
                      <th className="n">Cost</th>
                      <th className="n">Largest print, {unit}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {ok.plan.ways.map((w) => (
                      <tr
                        key={w.name}
                        data-lit={w === way || undefined}
                        onClick={() => setChosen(w.name)}
                      >
                        <th scope="row">
                          <button
                            type="button"
                            style={{ all: 'unset', cursor: 'pointer' }}
                            aria-pressed={w === way}
                            onClick={() => setChosen(w.name)}
                          >
                            {w.name}
                          </button>
                          <br />
                          <Small>{w.kind}</Small>
                        </th>
                        <td style={{ minWidth: 250 }}>
                          <Verdict finding={w.finding} />
                        </td>
                        <td className="n">
                          {w.pixels.width} × {w.pixels.height}
                        </td>
                        <td className="n">
                          {mb(w.bytes.at8)} / {mb(w.bytes.at16)}
                        </td>
                        <td className="n">
                          <Time way={w} />
                        </td>
                        <td className="n">{money(w.costMinor)}</td>
                        <td className="n">{w.largest ? bareSize(w.largest) : '–'}</td>
                      </tr>
                    ))}
                  </tbody>
                </Table>
              </ScrollArea>
            )}
            {way && ok.original && (
              <WayDrawing
                way={way}
                original={ok.original}
                picture={picture}
                overlap={Number(q.overlap) / 100}
                title={title}
              />
            )}
            {way?.camera && <CameraFacts way={way} length={length} original={ok.original!} />}
            {way && (
              <Row>
                <ButtonLink
                  href={`/api/session?${new URLSearchParams({ kind: way.kind, name: way.name, ...(workId && { work: workId }), original: q.original, print: q.print, ppi: q.ppi, fill: q.fill, overlap: q.overlap, what: q.kind, ...(q.smears && { smears: '1' }), ...(q.thick && { thick: '1' }), ...(q.gloss && { gloss: '1' }) })}`}
                  target="_blank"
                >
                  Print the checklist of this session
                </ButtonLink>
              </Row>
            )}
          </>
        )}
      </Stack>
      <Aside>
        <section>
          <PanelTitle>Figures it works with</PanelTitle>
          <Fields $columns="1fr 1fr">
            <Field
              label="Work fills the frame by, %"
              value={q.fill}
              onChange={set('fill')}
              wrong={wrong('fill')}
            />
            <Field
              label="Tiles overlap by, %"
              value={q.overlap}
              onChange={set('overlap')}
              wrong={wrong('overlap')}
            />
            <Field
              label={`An hour of yours, ${currency}`}
              value={q.hour}
              onChange={set('hour')}
              wrong={wrong('hour')}
            />
            <Field
              label={`A print leaves, ${currency}`}
              value={q.left}
              onChange={set('left')}
              wrong={wrong('left')}
            />
            <Field
              label="Prints expected"
              value={q.expected}
              onChange={set('expected')}
              wrong={wrong('expected')}
            />
          </Fields>
        </section>
        <EquipmentSheet things={equipment} currency={currency} />
        {q.smears && (
          <Callout>
            <h3>This surface smears</h3>It is never laid face down on glass, nor dragged between tiles.
            Photograph it, or have it scanned without contact. Pastel and pigment dust: air, and no breath
            on it.
          </Callout>
        )}
      </Aside>
    </Columns>
  );
}

function Time({ way: w }: { way: Way }) {
  if (!w.scan)
    return (
      <>
        {w.kind === 'professional' ? `${w.minutes} min of yours` : w.minutes ? `${w.minutes} min` : '–'}
      </>
    );
  const n = w.scan.tiles.columns * w.scan.tiles.rows;
  return (
    <Working
      working={{
        title: 'minutes of a scan',
        steps: [
          {
            sum: `${n} ${n === 1 ? 'pass' : 'passes'} at ${w.scan.scanPpi} ppi`,
            result: `${w.scan.minutesScanning.toFixed(1)} min`,
          },
          {
            sum: `+ laying ${n} × 1.5 min${n > 1 ? ' + joining 12 min' : ''} + 5 min`,
            result: `${w.minutes} min`,
          },
        ],
        notes: ['The scanner’s own time grows with the pixels per inch; it was measured at 600.'],
        source: 'Your own figure for the scanner, and hands’ times to be changed as you learn them.',
      }}
    >
      {w.minutes} min
    </Working>
  );
}

function CameraFacts({
  way,
  length,
  original,
}: {
  way: Way;
  length: (um: number) => string;
  original: Size;
}) {
  const c = way.camera!;
  return (
    <Stack $gap={5}>
      <MarkedText kind="none">
        Lens:{' '}
        {c.distance
          ? `${c.lens}, ${length(Math.round(c.distance / 10_000) * 10_000)} from the work. Move the camera, not the zoom.`
          : 'record one to see how far it stands.'}
      </MarkedText>
      <MarkedText kind="none">
        Lamps: two alike at 45°, {length(c.lamp)} or more from the middle of the work; nearer, the corners
        fall under it by more than 0.10 stops.
      </MarkedText>
      <MarkedText kind="none">
        Level: the lens at the middle of the work, {length(Math.round(original.height / 2))} above its
        lower edge and {length(Math.round(original.width / 2))} from its side; the sensor parallel to it
        both ways.
      </MarkedText>
    </Stack>
  );
}
