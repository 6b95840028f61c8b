'use client';
import { ppiForPrint, type PpiStep } from '@/core/resolution';
import { useState } from 'react';
import styled from 'styled-components';
import { isNone, NO_ADJUSTMENT, sayAdjustment, type Adjustment } from '@/core/colour/adjust';
import { INTENTS, type Intent } from '@/core/colour/intents';
import { KERNELS, type Kernel } from '@/core/printfile/resample';
import {
  coverage,
  snippetPlan,
  stripPlan,
  wholePlan,
  type ProofPlan,
  type Region,
} from '@/core/proof/plan';
import { readSheetFigures, type SheetFigures, type SheetKind } from '@/core/proof/sheetForm';
import { readNumber } from '@/core/measure';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields, Select } from '@/ui/Field';
import { useJob } from '@/ui/Job';
import { Aside, Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

type Crop = Region & { degrees: number };
type FormatChoice = { id: string; name: string; crop: Crop; image: { width: number; height: number } };
type Named = { id: string; name: string };
type Start = {
  formatId: string;
  paperId: string;
  routeId: string;
  intent: Intent;
  adjust: Adjustment | null;
  plan: ProofPlan | null;
  changed: string;
};
type Props = {
  workId: string;
  title: string;
  master: { sha256: string; fileName: string; untagged: boolean; width: number; height: number };
  formats: FormatChoice[];
  papers: Named[];
  routes: (Named & { own: boolean; ppiSteps: PpiStep[] })[];
  machines: Named[];
  lots: (Named & { paperId: string })[];
  start: Start | null;
  waiting: { id: string; round: number; name: string; paperId: string; fileName: string }[];
  layouts: (Named & { paperId: string })[];
};
type Said = Region & { says: string };
type StepOf = 'lightness' | 'contrast' | 'saturation' | 'warmth' | 'tint';
const STEPS: readonly { key: StepOf; name: string; by: string }[] = [
  { key: 'lightness', name: 'lightness, L*', by: '2' },
  { key: 'contrast', name: 'contrast', by: '0.06' },
  { key: 'saturation', name: 'saturation', by: '0.1' },
  { key: 'warmth', name: 'warmth, b*', by: '2' },
  { key: 'tint', name: 'red to green, a*', by: '2' },
];
const KINDS: readonly { key: SheetKind; name: string }[] = [
  { key: 'snippet', name: 'snippets at the final scale' },
  { key: 'reduced', name: 'the whole, made smaller' },
  { key: 'whole', name: 'the whole at full size' },
  { key: 'strip', name: 'strip: one thing stepped' },
  { key: 'thumbnails', name: 'grid: two things stepped' },
];

const Picture = styled.div`
  position: relative;
  overflow: hidden;
  background: #959595;
  user-select: none;
  touch-action: none;
  img {
    display: block;
    width: 100%;
  }
  button {
    position: absolute;
    border: 2px solid #fff;
    outline: 1px solid #000;
    background: none;
    padding: 0;
    cursor: move;
  }
  .cut {
    position: absolute;
    outline: 1px solid #fff;
    box-shadow: 0 0 0 4000px rgb(120 120 120 / 0.72);
    pointer-events: none;
  }
  button span {
    position: absolute;
    left: 0;
    top: 0;
    background: #fff;
    color: #000;
    font: 600 12px/16px ${t.sans};
    padding: 0 5px;
  }
  button:focus-visible {
    outline: 3px solid ${t.ink};
    outline-offset: 2px;
  }
`;
const FieldColumns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
  ${narrow} {
    grid-template-columns: 1fr;
  }
`;

/** Plans a proof sheet, shows it to scale, and makes it. */
export function SheetView(p: Props) {
  const { length, unit } = useUnits();
  const [formatId, setFormat] = useState(
    p.formats.find((f) => f.id === p.start?.formatId)?.id ?? p.formats[0]!.id,
  );
  const format = p.formats.find((f) => f.id === formatId)!;
  const [paperId, setPaper] = useState(
    p.papers.find((x) => x.id === p.start?.paperId)?.id ?? p.papers[0]!.id,
  );
  const [routeId, setRoute] = useState(p.start?.routeId ?? p.routes[0]!.id);
  const route = p.routes.find((r) => r.id === routeId) ?? p.routes[0]!;
  const [machineId, setMachine] = useState(p.machines[0]?.id ?? '');
  const [lotId, setLot] = useState('');
  const [intent, setIntent] = useState<Intent>(p.start?.intent ?? 'relative colorimetric');
  const [kind, setKind] = useState<SheetKind>('snippet');
  const [adjust, setAdjust] = useState<Adjustment>(p.start?.adjust ?? NO_ADJUSTMENT);
  const [kernel, setKernel] = useState<Kernel>('mitchell');
  const [typed, setTyped] = useState<SheetFigures>({
    ppi: String(ppiForPrint(route.ppiSteps, format.image)),
    sharpen: '80',
    radius: '1.0',
    width: length(60_000),
    height: length(60_000),
    acrossBy: '2',
    downBy: '2',
    each: '2',
    cell: length(40_000),
  });
  const type = (field: keyof SheetFigures) => (text: string) =>
    setTyped((was) => ({ ...was, [field]: text }));
  const { figures, problems } = readSheetFigures(typed, kind, unit);
  const [across, setAcross] = useState<StepOf>('lightness');
  const [down, setDown] = useState<StepOf>('warmth');
  const [changed, setChanged] = useState(p.start?.changed ?? ''),
    [cost, setCost] = useState('');
  const [is, setIs] = useState<'sRGB' | 'opRGB' | ''>('');
  const job = useJob();
  const kept =
    p.start?.plan && p.start.formatId === formatId
      ? p.start.plan.pictures
          .filter((x) => x.role === 'snippet')
          .map((x) => ({ ...x.from, says: x.says }))
      : [];
  const [regions, setRegions] = useState<Said[]>(kept);
  const propose = useAction(),
    make = useAction(),
    gang = useAction();

  const scale = format.crop.width / (format.image.width / 25_400);
  const pixels = (um: number) => Math.max(16, Math.round((um / 25_400) * scale));
  const middle: Said = {
    left: Math.round(
      format.crop.left + format.crop.width / 2 - Math.min(pixels(figures.width), format.crop.width) / 2,
    ),
    top: Math.round(
      format.crop.top + format.crop.height / 2 - Math.min(pixels(figures.height), format.crop.height) / 2,
    ),
    width: Math.min(pixels(figures.width), format.crop.width),
    height: Math.min(pixels(figures.height), format.crop.height),
    says: 'chosen by hand',
  };
  const shownRegions =
    kind === 'snippet' || kind === 'strip'
      ? regions.length
        ? kind === 'strip'
          ? regions.slice(0, 1)
          : regions
        : [middle]
      : [];
  const step = (of: StepOf, by: number) => ({
    of,
    by,
    each: figures.each,
  });
  const what =
    kind === 'snippet'
      ? { kind, regions: shownRegions }
      : kind === 'whole'
        ? { kind }
        : kind === 'reduced'
          ? { kind, longSideUm: 180_000 }
          : {
              kind,
              region: kind === 'strip' ? bare(shownRegions[0]!) : bare(format.crop),
              across: step(across, figures.acrossBy),
              down: kind === 'thumbnails' ? step(down, figures.downBy) : null,
              cellWidthUm: kind === 'thumbnails' ? figures.cell : null,
            };
  const common = {
    crop: format.crop,
    image: format.image,
    picture: { width: p.master.width, height: p.master.height },
    caption: `${p.title}, ${format.name}, the next round`,
    ppi: figures.ppi,
  };
  let plan: ProofPlan | null = null,
    cannot = '';
  try {
    plan =
      what.kind === 'snippet'
        ? snippetPlan({ ...common, regions: what.regions, adjust })
        : what.kind === 'whole' || what.kind === 'reduced'
          ? wholePlan({ ...common, adjust, ...('longSideUm' in what && { longSide: what.longSideUm }) })
          : stripPlan({
              ...common,
              region: what.region,
              across: what.across,
              down: what.down,
              base: adjust,
              cellWidth: what.cellWidthUm,
            });
  } catch (error) {
    cannot = error instanceof Error ? error.message : 'This sheet cannot be laid out.';
  }
  const share = kind === 'snippet' || kind === 'strip' ? coverage(format.crop, shownRegions) : 1;

  const doPropose = async () => {
    const done = await propose.run('proposeSnippets', {
      formatId,
      paperId,
      routeId,
      machineId: route.own ? machineId || null : null,
      width: `${figures.width} um`,
      height: `${figures.height} um`,
      untaggedIs: is || null,
    });
    if (done?.regions)
      setRegions(
        (done.regions as Said[]).map(({ left, top, width: w, height: h, says }) => ({
          left,
          top,
          width: w,
          height: h,
          says,
        })),
      );
  };
  const doMake = async () => {
    const done = await make.run('makeProofSheet', {
      formatId,
      paperId,
      routeId,
      machineId: route.own ? machineId || null : null,
      lotId: lotId || null,
      intent,
      ppi: figures.ppi,
      kernel,
      sharpen:
        figures.sharpen > 0 ? { amount: figures.sharpen, radius: figures.radius, threshold: 2 } : null,
      adjust: isNone(adjust) ? null : adjust,
      untaggedIs: is || null,
      changed,
      cost,
      what,
    });
    if (done?.job) job.begin(done.job as string);
  };
  const set = (i: number, to: Partial<Region>) =>
    setRegions((all) => (all.length ? all : shownRegions).map((r, k) => (k === i ? { ...r, ...to } : r)));
  return (
    <Columns $aside={320}>
      <Stack>
        <Fields>
          <Select
            label="Size"
            value={formatId}
            onChange={(id) => {
              setFormat(id);
              setRegions([]);
            }}
            options={p.formats.map((f) => ({ key: f.id, name: f.name }))}
          />
          <Select<SheetKind> label="What kind" value={kind} onChange={setKind} options={KINDS} />
          <Select
            label="Paper"
            value={paperId}
            onChange={setPaper}
            options={p.papers.map((x) => ({ key: x.id, name: x.name }))}
          />
          <Select
            label="Route"
            value={routeId}
            onChange={(id) => {
              setRoute(id);
              type('ppi')(String(ppiForPrint(p.routes.find((r) => r.id === id)!.ppiSteps, format.image)));
            }}
            options={p.routes.map((r) => ({ key: r.id, name: r.name }))}
          />
          {route.own && p.machines.length > 0 && (
            <Select
              label="Machine"
              value={machineId}
              onChange={setMachine}
              options={p.machines.map((m) => ({ key: m.id, name: m.name }))}
            />
          )}
          {route.own && (
            <Select
              label="Lot"
              value={lotId}
              onChange={setLot}
              options={[
                { key: '', name: 'the oldest with any left' },
                ...p.lots.filter((l) => l.paperId === paperId).map((l) => ({ key: l.id, name: l.name })),
              ]}
            />
          )}
          <Select<Intent>
            label="Intent"
            value={intent}
            onChange={setIntent}
            options={INTENTS.map((i) => ({ key: i, name: i }))}
          />
          <Field
            label="Pixels per inch of the sheet"
            value={typed.ppi}
            onChange={type('ppi')}
            wrong={problems.ppi ?? make.fieldError('ppi')}
          />
          <Select<Kernel>
            label="Resampling"
            value={kernel}
            onChange={setKernel}
            options={KERNELS.map((k) => ({ key: k, name: k }))}
          />
          <Fields $columns="1fr 1fr">
            <Field
              label="Sharpening, %"
              value={typed.sharpen}
              onChange={type('sharpen')}
              wrong={problems.sharpen}
              hint="0 leaves it"
            />
            <Field
              label="its radius, px"
              value={typed.radius}
              onChange={type('radius')}
              wrong={problems.radius}
            />
          </Fields>
        </Fields>
        <PanelTitle>
          {kind === 'snippet' || kind === 'strip' ? 'Which part' : 'The sheet'}{' '}
          <span>
            {kind === 'snippet' || kind === 'strip'
              ? 'drag a frame, or move it by the arrow keys'
              : 'to scale'}
          </span>
        </PanelTitle>
        <FieldColumns>
          <div>
            <RegionsOn
              sha256={p.master.sha256}
              picture={p.master}
              crop={format.crop}
              regions={shownRegions}
              onMove={set}
            />
            {(kind === 'snippet' || kind === 'strip') && (
              <>
                <Row style={{ paddingTop: 10, alignItems: 'end', flexWrap: 'wrap' }}>
                  <Field
                    label="Wide, on the print"
                    value={typed.width}
                    onChange={type('width')}
                    wrong={problems.width}
                    width={112}
                  />
                  <Field
                    label="High"
                    value={typed.height}
                    onChange={type('height')}
                    wrong={problems.height}
                    width={96}
                  />
                  <Button
                    onPress={() => void doPropose()}
                    isDisabled={propose.isPending || Boolean(problems.width ?? problems.height)}
                  >
                    Propose by measure
                  </Button>
                  {kind === 'snippet' && shownRegions.length < 6 && (
                    <Button quiet onPress={() => setRegions([...shownRegions, middle])}>
                      One more
                    </Button>
                  )}
                </Row>
                {propose.error && <MarkedText kind="fails">{propose.error.message}</MarkedText>}
                <ol style={{ paddingTop: 8 }} aria-label="Regions">
                  {shownRegions.map((r, i) => (
                    <li
                      key={i}
                      style={{ display: 'flex', gap: 10, alignItems: 'baseline', minHeight: 26 }}
                    >
                      <strong>{i + 1}</strong>
                      <span style={{ flex: 1 }}>{r.says}</span>
                      {kind === 'snippet' && shownRegions.length > 1 && (
                        <Button quiet onPress={() => setRegions(shownRegions.filter((_, k) => k !== i))}>
                          Leave out
                        </Button>
                      )}
                    </li>
                  ))}
                </ol>
                <p style={{ paddingTop: 4 }}>
                  <MarkedText kind={share < 0.25 ? 'care' : 'holds'}>
                    {share < 0.25
                      ? `Shows ${(100 * share).toFixed(1)} % of the picture: no evidence for the rest.`
                      : `Shows ${Math.round(100 * share)} % of the picture.`}
                  </MarkedText>
                </p>
              </>
            )}
            {(kind === 'strip' || kind === 'thumbnails') && (
              <Fields style={{ paddingTop: 10 }}>
                <Select<StepOf>
                  label="Across"
                  value={across}
                  onChange={(k) => {
                    setAcross(k);
                    type('acrossBy')(STEPS.find((s) => s.key === k)!.by);
                  }}
                  options={STEPS}
                />
                <Field
                  label="by"
                  value={typed.acrossBy}
                  onChange={type('acrossBy')}
                  wrong={problems.acrossBy}
                />
                {kind === 'thumbnails' && (
                  <>
                    <Select<StepOf>
                      label="Down"
                      value={down}
                      onChange={(k) => {
                        setDown(k);
                        type('downBy')(STEPS.find((s) => s.key === k)!.by);
                      }}
                      options={STEPS}
                    />
                    <Field
                      label="by"
                      value={typed.downBy}
                      onChange={type('downBy')}
                      wrong={problems.downBy}
                    />
                    <Field
                      label="Each so wide"
                      value={typed.cell}
                      onChange={type('cell')}
                      wrong={problems.cell}
                    />
                  </>
                )}
                <Field
                  label="Steps to each side"
                  value={typed.each}
                  onChange={type('each')}
                  wrong={problems.each}
                />
              </Fields>
            )}
          </div>
          <div>
            {plan ? (
              <PlanDrawing
                plan={plan}
                sha256={p.master.sha256}
                picture={p.master}
                label={`${length(plan.sheet.width)} × ${length(plan.sheet.height)}`}
              />
            ) : (
              <MarkedText kind="fails">{cannot}</MarkedText>
            )}
          </div>
        </FieldColumns>
      </Stack>
      <Aside>
        <section>
          <PanelTitle>Adjusted</PanelTitle>
          <Stack $gap={9} style={{ paddingTop: 8 }}>
            <p>
              {isNone(adjust)
                ? 'Not at all: the picture as its file is.'
                : `${sayAdjustment(adjust)[0]!.toUpperCase()}${sayAdjustment(adjust).slice(1)}.`}
            </p>
            <Fields $columns="1fr 1fr">
              {STEPS.map((s) => (
                <Figure
                  key={s.key}
                  label={s.name}
                  value={adjust[s.key]}
                  onChange={(v) => setAdjust({ ...adjust, [s.key]: v })}
                />
              ))}
            </Fields>
            {adjust.curve.length > 0 && <CurveDrawing curve={adjust.curve} />}
            {!isNone(adjust) && (
              <Button quiet onPress={() => setAdjust(NO_ADJUSTMENT)}>
                As the file is
              </Button>
            )}
          </Stack>
        </section>
        <section>
          <PanelTitle>Make it</PanelTitle>
          <Stack $gap={9} style={{ paddingTop: 8 }}>
            {p.master.untagged && (
              <Select
                label="The untagged file’s numbers mean"
                value={is}
                onChange={setIs}
                options={[
                  { key: '', name: 'say which' },
                  { key: 'sRGB', name: 'sRGB' },
                  { key: 'opRGB', name: 'opRGB' },
                ]}
              />
            )}
            <Field
              label="Changed since the last round, in your words"
              value={changed}
              onChange={setChanged}
              hint="Glassine lists what it sees itself"
              wrong={make.fieldError('changed')}
            />
            <Field
              label="What it costs"
              value={cost}
              onChange={setCost}
              width={120}
              wrong={make.fieldError('cost')}
            />
            {job.line}
            {!job.goesOn && (
              <Button
                main
                onPress={() => void doMake()}
                isDisabled={make.isPending || !plan || Object.keys(problems).length > 0}
              >
                Make the proof sheet
              </Button>
            )}
            <ErrorCallout error={make.error} fields={['changed', 'cost', 'ppi']} />
          </Stack>
        </section>
        {p.waiting.length > 0 && (
          <section>
            <PanelTitle>
              Made, to be printed <span>{p.waiting.length}</span>
            </PanelTitle>
            <ul>
              {p.waiting.map((w) => {
                const fits = p.layouts.filter((l) => l.paperId === w.paperId);
                return (
                  <li key={w.id} style={{ padding: '8px 0', borderBottom: `1px solid ${t.hair}` }}>
                    <p>
                      Round {w.round}, {w.name}
                    </p>
                    <Small>
                      <a href={`/api/proofs/${w.id}/sheet`} download>
                        {w.fileName}
                      </a>
                    </Small>
                    {fits.map((l) => (
                      <Row key={l.id} style={{ paddingTop: 4 }}>
                        <Button
                          quiet
                          isDisabled={gang.isPending}
                          onPress={() => void gang.run('gangProof', { id: w.id, layoutId: l.id })}
                        >
                          Lay it on {l.name}
                        </Button>
                      </Row>
                    ))}
                  </li>
                );
              })}
            </ul>
            {gang.error && <MarkedText kind="fails">{gang.error.message}</MarkedText>}
          </section>
        )}
      </Aside>
    </Columns>
  );
}

const bare = ({ left, top, width, height }: Region) => ({
  left: Math.round(left),
  top: Math.round(top),
  width: Math.round(width),
  height: Math.round(height),
});

function Figure({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (v: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const [was, setWas] = useState(value);
  if (was !== value) {
    setWas(value);
    if (readNumber(text) !== value) setText(String(value));
  }
  return (
    <Field
      label={label}
      value={text}
      onChange={(v) => {
        setText(v);
        const n = readNumber(v);
        if (n !== null) onChange(n);
      }}
      wrong={readNumber(text) === null ? 'Expected a number.' : null}
    />
  );
}

/** The picture, straightened as its cut is, with the regions on it; what the cut leaves out is veiled. */
function RegionsOn({
  sha256,
  picture,
  crop,
  regions,
  onMove,
}: {
  sha256: string;
  picture: { width: number; height: number };
  crop: Crop;
  regions: Region[];
  onMove: (i: number, to: Partial<Region>) => void;
}) {
  const [held, setHeld] = useState<{
    i: number;
    x: number;
    y: number;
    left: number;
    top: number;
    k: number;
  } | null>(null);
  const share = (v: number, of: number) => `${(100 * v) / of}%`;
  const keep = (r: Region, left: number, top: number) => ({
    left: Math.round(Math.min(crop.left + crop.width - r.width, Math.max(crop.left, left))),
    top: Math.round(Math.min(crop.top + crop.height - r.height, Math.max(crop.top, top))),
  });
  return (
    <Picture
      onPointerMove={(e) => {
        if (held) {
          const r = regions[held.i]!;
          onMove(
            held.i,
            keep(r, held.left + (e.clientX - held.x) * held.k, held.top + (e.clientY - held.y) * held.k),
          );
        }
      }}
      onPointerUp={() => setHeld(null)}
    >
      <img
        src={`/api/pictures/${sha256}/view`}
        alt="The picture, with the regions of the sheet"
        draggable={false}
        style={
          crop.degrees
            ? {
                transform: `rotate(${-crop.degrees}deg)`,
                transformOrigin: `${share(crop.left + crop.width / 2, picture.width)} ${share(crop.top + crop.height / 2, picture.height)}`,
              }
            : undefined
        }
      />
      {(crop.width < picture.width - 1 || crop.height < picture.height - 1 || crop.degrees !== 0) && (
        <div
          className="cut"
          style={{
            left: share(crop.left, picture.width),
            top: share(crop.top, picture.height),
            width: share(crop.width, picture.width),
            height: share(crop.height, picture.height),
          }}
        />
      )}
      {regions.map((r, i) => (
        <button
          key={i}
          type="button"
          aria-label={`Region ${i + 1}, at ${r.left}, ${r.top} px: move by arrow keys`}
          style={{
            left: share(r.left, picture.width),
            top: share(r.top, picture.height),
            width: share(r.width, picture.width),
            height: share(r.height, picture.height),
          }}
          onPointerDown={(e) => {
            const w = e.currentTarget.parentElement!.clientWidth;
            setHeld({ i, x: e.clientX, y: e.clientY, left: r.left, top: r.top, k: picture.width / w });
          }}
          onKeyDown={(e) => {
            const d = (
              { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<
                string,
                [number, number]
              >
            )[e.key];
            if (!d) return;
            e.preventDefault();
            const n = (e.shiftKey ? 0.05 : 0.01) * picture.width;
            onMove(i, keep(r, r.left + d[0] * n, r.top + d[1] * n));
          }}
        >
          <span>{i + 1}</span>
        </button>
      ))}
    </Picture>
  );
}

/** The sheet as it will lie on paper. */
function PlanDrawing({
  plan,
  sha256,
  picture,
  label,
}: {
  plan: ProofPlan;
  sha256: string;
  picture: { width: number; height: number };
  label: string;
}) {
  const { width, height } = plan.sheet;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`The proof sheet, ${label}`}
        style={{
          width: '100%',
          maxHeight: 430,
          display: 'block',
          background: '#fff',
          outline: `1px solid ${t.ink}`,
        }}
      >
        {plan.pictures.map((p, i) => {
          const k = p.size.width / p.from.width;
          return (
            <svg
              key={i}
              x={p.at.x}
              y={p.at.y}
              width={p.size.width}
              height={p.size.height}
              viewBox={`0 0 ${p.size.width} ${p.size.height}`}
              overflow="hidden"
            >
              <image
                href={`/api/pictures/${sha256}/view`}
                x={-p.from.left * k}
                y={-p.from.top * k}
                width={picture.width * k}
                height={picture.height * k}
                preserveAspectRatio="none"
                transform={
                  plan.straighten &&
                  `rotate(${-plan.straighten.degrees} ${(plan.straighten.x - p.from.left) * k} ${(plan.straighten.y - p.from.top) * k})`
                }
              />
            </svg>
          );
        })}
        {plan.texts.map((x, i) => (
          <text
            key={i}
            x={x.at.x}
            y={x.at.y}
            fontSize={x.capital * 1.45}
            fontFamily="Newsreader Variable, Newsreader, serif"
            fontStyle="italic"
            fill={t.ink}
          >
            {x.text}
          </text>
        ))}
      </svg>
      <figcaption style={{ paddingTop: 4 }}>
        <Small>
          {label} at {plan.ppi} ppi: {Math.round((width / 25_400) * plan.ppi)} ×{' '}
          {Math.round((height / 25_400) * plan.ppi)} px
        </Small>
      </figcaption>
    </figure>
  );
}

/** A curve on lightness, against the straight. */
export function CurveDrawing({
  curve,
  label = 'Lightness in, across; out, up',
}: {
  curve: Adjustment['curve'];
  label?: string;
}) {
  const first = curve[0]![0] > 0 ? [[0, 0] as const, ...curve] : curve;
  const points = first.at(-1)![0] < 100 ? [...first, [100, 100] as const] : first;
  return (
    <figure>
      <svg
        width={150}
        height={150}
        viewBox="-2 -2 104 104"
        role="img"
        aria-label={`Curve: ${curve.map(([x, y]) => `${x} to ${y}`).join(', ')}`}
        style={{ background: '#fff', outline: `1px solid ${t.line}` }}
      >
        {[25, 50, 75].map((v) => (
          <path key={v} d={`M${v} 0V100M0 ${v}H100`} stroke={t.hair} strokeWidth={0.5} />
        ))}
        <path d="M0 100L100 0" stroke={t.line} strokeDasharray="3 2" />
        <path
          d={`M${points.map(([x, y]) => `${x} ${100 - y}`).join('L')}`}
          fill="none"
          stroke={t.ink}
          strokeWidth={1.6}
        />
      </svg>
      <figcaption>
        <Small>{label}, L* 0 to 100</Small>
      </figcaption>
    </figure>
  );
}
