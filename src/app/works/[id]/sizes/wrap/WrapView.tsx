'use client';
import type { MountModel } from '@/app/models';
import { drawBars, drawPanels, drawWrap } from '@/core/drawing/shopDrawings';
import { numberOrTyped, toDecimals } from '@/core/measure';
import { cutBars } from '@/core/mounting/bars';
import {
  coatMl,
  panels,
  WRAP_EDGES,
  wrapCanvas,
  wrapFindings,
  wrapWorking,
  type WrapEdge,
  type WrapQuestion,
} from '@/core/mounting/wrap';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { DrawingView } from '@/ui/DrawingView';
import { Field, Fields, Select } from '@/ui/Field';
import { EmptyState, FactList, PanelTitle, ScrollArea, Small, Stack, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { attempt } from '../mount/MatDesk';
import type { Seen } from '../mount/MountView';
import { useTypedLengths } from '../typedLengths';
import { SquareCheck } from './SquareCheck';

const KEYS = ['depth', 'foldOver', 'barWidth', 'maxUnbraced', 'stockLength', 'kerf', 'gap'] as const;
const NAMES: Record<(typeof KEYS)[number], string> = {
  depth: 'Depth of the bars',
  foldOver: 'Fold-over',
  barWidth: 'Width of the bars',
  maxUnbraced: 'Brace a side over',
  stockLength: 'Stock length',
  kerf: 'Kerf of the saw',
  gap: 'Gap between panels',
};
const EDGES: Record<WrapEdge, string> = {
  mirrored: 'mirrored from the picture',
  'carried over': 'the picture carried over',
  plain: 'plain colour',
};

/** A canvas over bars: the sheet, its edges and folds, bars and braces, coats, and several panels. */
export function WrapView({
  workId,
  title,
  formats,
  asked,
  mounts,
}: {
  workId: string;
  title: string;
  formats: Seen[];
  asked: string | null;
  mounts: MountModel[];
}) {
  const { size } = useUnits();
  const [chosen, setChosen] = useState(
    formats.find((f) => f.format.id === asked)?.format.id ??
      mounts[0]?.formatId ??
      formats.at(-1)?.format.id ??
      '',
  );
  const seen = formats.find((f) => f.format.id === chosen) ?? formats[0];
  if (!seen)
    return (
      <EmptyState title="No size is offered yet">
        <p>Tick a size on the ladder; its image becomes the face of the canvas.</p>
      </EmptyState>
    );
  const mount = mounts.find((m) => m.formatId === seen.format.id) ?? null;
  return (
    <Stack $gap={22}>
      <Select
        label="Face"
        value={seen.format.id}
        onChange={setChosen}
        width={240}
        options={formats.map((f) => ({ key: f.format.id, name: size(f.format.image) }))}
      />
      <WrapDesk
        key={`${seen.format.id} ${mount?.changedAt ?? 'new'}`}
        workId={workId}
        title={title}
        seen={seen}
        mount={mount}
      />
      <SquareCheck />
    </Stack>
  );
}

function WrapDesk({
  workId,
  title,
  seen,
  mount,
}: {
  workId: string;
  title: string;
  seen: Seen;
  mount: MountModel | null;
}) {
  const action = useAction();
  const { unit, size, length } = useUnits();
  const image = seen.format.image;
  const was = mount?.plan.kind === 'wrap' ? mount.plan : null;
  const f = useTypedLengths({
    depth: was?.depth ?? 38_000,
    foldOver: was?.foldOver ?? 40_000,
    barWidth: was?.barWidth ?? 40_000,
    maxUnbraced: was?.maxUnbraced ?? 800_000,
    stockLength: was?.stockLength ?? 2_400_000,
    kerf: was?.kerf ?? 3_000,
    gap: was?.panels.gap ?? 20_000,
  });
  const [edge, setEdge] = useState<WrapEdge>(was?.edge ?? 'mirrored');
  const [across, setAcross] = useState<'left out' | 'bridged'>(was?.panels.across ?? 'left out');
  const [n, setN] = useState({
    columns: String(was?.panels.columns ?? 1),
    rows: String(was?.panels.rows ?? 1),
    coats: String(was?.coats ?? 2),
    mlPerM2: String(was?.mlPerM2 ?? 110),
  });
  const number = (key: keyof typeof n) => numberOrTyped(n[key]);
  const worked = attempt(() => {
    const list = panels({
      picture: image,
      columns: number('columns'),
      rows: number('rows'),
      gap: f.um.gap,
      across,
    });
    const wrap: WrapQuestion = {
      face: list[0]!.face,
      depth: f.um.depth,
      foldOver: f.um.foldOver,
      edge,
      maxUnbraced: f.um.maxUnbraced,
      barWidth: f.um.barWidth,
    };
    const plan = wrapCanvas(wrap);
    const cuts = [...plan.bars, ...plan.braces.filter((b) => b.length > 0)].map((b) => ({
      ...b,
      count: b.count * list.length,
    }));
    return {
      list,
      wrap,
      plan,
      cuts,
      bars: cutBars({ stockLength: f.um.stockLength, kerf: f.um.kerf, cuts }),
      findings: wrapFindings(wrap, unit),
    };
  });
  const w = worked.value;
  const save = () =>
    action.run('keepMount', {
      kind: 'wrap',
      formatId: seen.format.id,
      edge,
      across,
      columns: number('columns'),
      rows: number('rows'),
      coats: number('coats'),
      mlPerM2: number('mlPerM2'),
      ...f.sent(),
    });
  const part = w && {
    left: seen.from.left + w.list[0]!.from.left * seen.from.width,
    top: seen.from.top + w.list[0]!.from.top * seen.from.height,
    width: w.list[0]!.from.width * seen.from.width,
    height: w.list[0]!.from.height * seen.from.height,
  };
  return (
    <>
      <div style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <Stack $gap={18} style={{ flex: '1 1 560px', minWidth: 0 }}>
          {w && w.list.length > 1 && (
            <DrawingView
              drawing={drawPanels({
                title: `${title}, ${w.list.length} panels as they hang`,
                panels: w.list,
                gap: f.um.gap,
                unit,
                picture: seen.picture,
                from: seen.from,
              })}
              name={`panels-${seen.format.name}`}
              space={{ width: 600, height: 300 }}
              pdf={mount ? `/api/drawing/panels/${mount.id}` : undefined}
            />
          )}
          {w && (
            <DrawingView
              drawing={drawWrap({
                title: `Canvas of ${title}${w.list.length > 1 ? ', first panel' : ''}, laid flat: dash and dot fold, short dashes staple`,
                wrap: w.wrap,
                unit,
                picture: seen.picture,
                from: part!,
              })}
              name={`wrap-${seen.format.name}`}
              space={{ width: 600, height: 460 }}
              pdf={mount ? `/api/drawing/wrap/${mount.id}` : undefined}
            />
          )}
          {w && (
            <DrawingView
              drawing={drawBars({ title: 'Bars from behind', wrap: w.wrap, unit })}
              name={`bars-${seen.format.name}`}
              space={{ width: 600, height: 300 }}
              pdf={mount ? `/api/drawing/bars/${mount.id}` : undefined}
            />
          )}
        </Stack>
        <Stack $gap={14} style={{ flex: '1 1 360px', minWidth: 320 }}>
          <Fields $columns="1fr 1fr">
            <Select<WrapEdge>
              label="Edges"
              value={edge}
              onChange={setEdge}
              options={WRAP_EDGES.map((key) => ({ key, name: EDGES[key] }))}
            />
            {KEYS.filter((k) => k !== 'gap').map((k) => (
              <Field
                key={k}
                label={NAMES[k]}
                value={f.typed[k]}
                onChange={f.type(k)}
                wrong={action.fieldError(k)}
              />
            ))}
            <Field
              label="Coats"
              value={n.coats}
              onChange={(coats) => setN({ ...n, coats })}
              wrong={action.fieldError('coats')}
            />
            <Field
              label="A coat takes, ml/m²"
              value={n.mlPerM2}
              onChange={(mlPerM2) => setN({ ...n, mlPerM2 })}
              wrong={action.fieldError('mlPerM2')}
            />
            <Field
              label="Panels across"
              value={n.columns}
              onChange={(columns) => setN({ ...n, columns })}
              wrong={action.fieldError('columns')}
            />
            <Field
              label="Panels down"
              value={n.rows}
              onChange={(rows) => setN({ ...n, rows })}
              wrong={action.fieldError('rows')}
            />
            {(number('columns') > 1 || number('rows') > 1) && (
              <>
                <Field
                  label={NAMES.gap}
                  value={f.typed.gap}
                  onChange={f.type('gap')}
                  wrong={action.fieldError('gap')}
                />
                <Select<'left out' | 'bridged'>
                  label="Behind the gap"
                  value={across}
                  onChange={setAcross}
                  options={[
                    { key: 'left out', name: 'the picture goes on, unseen' },
                    { key: 'bridged', name: 'nothing: the parts are pulled apart' },
                  ]}
                />
              </>
            )}
          </Fields>
          {w ? (
            <>
              <FactList
                rows={[
                  [
                    'Canvas',
                    <Working key="s" working={wrapWorking(w.wrap, unit)}>
                      {size(w.plan.sheet)}
                      {w.list.length > 1 ? `, ${w.list.length} of them` : ''}
                    </Working>,
                  ],
                  ['Diagonal', `${length(w.plan.diagonal)}, both within 1.5 mm`],
                  [
                    'To be coated',
                    `${toDecimals((w.plan.coatedArea * w.list.length) / 1e6, 3)} m², ${Math.ceil(coatMl(w.plan.coatedArea * w.list.length, number('coats') || 0, number('mlPerM2') || 0))} ml in ${n.coats} coats`,
                  ],
                  ['Bars', w.cuts.map((b) => `${b.count} of ${length(b.length)}`).join(', ')],
                ]}
              />
              <Stack $gap={6}>
                {w.list.length > 1 && across === 'left out' && (
                  <MarkedText kind="care">
                    {toDecimals(
                      100 * (1 - w.list.reduce((a, p) => a + p.from.width * p.from.height, 0)),
                      1,
                    )}{' '}
                    % of the picture lies behind the gaps and is not seen.
                  </MarkedText>
                )}
                {w.findings.map((x) => (
                  <Verdict key={x.word} finding={x} />
                ))}
                <MarkedText kind={w.bars.proven ? 'holds' : 'care'}>
                  {w.bars.sticks.length} {w.bars.sticks.length === 1 ? 'stick' : 'sticks'} of{' '}
                  {length(f.um.stockLength)} to buy, {toDecimals(100 * w.bars.wasteShare, 1)} % waste
                  {w.bars.proven ? '; fewer will not do' : '; fewer may do, not all ways were tried'}.
                </MarkedText>
              </Stack>
            </>
          ) : (
            <MarkedText kind="fails">{worked.says}</MarkedText>
          )}
          <Row>
            <Button main onPress={() => void save()} isDisabled={action.isPending}>
              Keep this wrap
            </Button>
            {mount && (
              <ButtonLink href={`/works/${workId}/capture/files`}>Make its print file</ButtonLink>
            )}
            {mount && (
              <Button quiet onPress={() => void action.run('dropMount', { id: mount.id })}>
                Drop it
              </Button>
            )}
          </Row>
          <ErrorCallout error={action.error} fields={[...KEYS, 'coats', 'mlPerM2', 'columns', 'rows']} />
        </Stack>
      </div>
      {w && (
        <section>
          <PanelTitle>
            Sawing list <span>long pieces first</span>
          </PanelTitle>
          <ScrollArea>
            <Table aria-label="Sawing list">
              <thead>
                <tr>
                  <th>Stick</th>
                  <th>Pieces, mitred</th>
                  <th className="n">Left over</th>
                </tr>
              </thead>
              <tbody>
                {w.bars.sticks.map((s, i) => (
                  <tr key={i}>
                    <th scope="row">{i + 1}</th>
                    <td>{s.cuts.map((c) => length(c)).join(' · ')}</td>
                    <td className="n">{length(s.left)}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </ScrollArea>
          <Small>
            Lengths at the face, long point to long point; the saw takes {length(f.um.kerf)} at each cut.
            Saws and mitre boxes take fingers: clamp the stick, keep hands off the line.
          </Small>
        </section>
      )}
    </>
  );
}
