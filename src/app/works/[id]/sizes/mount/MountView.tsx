'use client';
import type { CutterModel, FormatModel, MountModel, SupplyModel } from '@/app/models';
import { daysBetween } from '@/core/measure/day';
import { useState } from 'react';

import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import { EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { CutterSheet } from './CutterSheet';
import { FrameDesk } from './FrameDesk';
import { MatDesk } from './MatDesk';
import { Mockups } from './Mockups';

export type Seen = {
  format: FormatModel;
  picture: string | null;
  from: { left: number; top: number; width: number; height: number };
};
type Kind = 'mat' | 'float' | 'frame';
const KINDS = [
  { key: 'mat', name: 'a mat in a frame' },
  { key: 'float', name: 'floating in a frame' },
  { key: 'frame', name: 'a frame alone' },
] as const;

/** A day after which what somebody said about their tolerances is worth asking again. */
const OLD_DAYS = 365;

/** How a size is mounted: mat, frame or float, with the tolerances of who cuts it. */
export function MountView({
  title,
  formats,
  asked,
  cutters,
  mounts,
  kits,
  today,
}: {
  title: string;
  formats: Seen[];
  asked: string | null;
  cutters: CutterModel[];
  mounts: MountModel[];
  kits: SupplyModel[];
  today: string;
}) {
  const { size } = useUnits();
  const [chosen, setChosen] = useState(
    formats.find((f) => f.format.id === asked)?.format.id ??
      formats.find((f) => mounts.some((m) => m.formatId === f.format.id))?.format.id ??
      formats[0]?.format.id ??
      '',
  );
  const seen = formats.find((f) => f.format.id === chosen) ?? formats[0];
  const first = mounts.find((m) => m.formatId === seen?.format.id)?.kind as Kind | undefined;
  const [kind, setKind] = useState<Kind>(first ?? 'mat');
  if (!seen)
    return (
      <EmptyState title="No size is offered yet">
        <p>Tick a size on the ladder; its mat and frame are worked out here.</p>
      </EmptyState>
    );
  const kept = mounts.find((m) => m.formatId === seen.format.id && m.kind === kind) ?? null;
  const key = `${seen.format.id} ${kept?.changedAt ?? 'new'} ${seen.format.borders.top} ${seen.format.borders.bottom} ${seen.format.borders.left} ${seen.format.borders.right}`;
  return (
    <Stack $gap={24}>
      <Row $gap={18} style={{ alignItems: 'end' }}>
        <Select
          label="Size"
          value={seen.format.id}
          onChange={setChosen}
          width={240}
          options={formats.map((f) => ({ key: f.format.id, name: size(f.format.image) }))}
        />
        <Select<Kind> label="Mounted as" value={kind} onChange={setKind} width={200} options={KINDS} />
      </Row>
      {kind === 'mat' ? (
        <MatDesk key={key} title={title} seen={seen} mount={kept} cutters={cutters} kits={kits} />
      ) : (
        <FrameDesk key={`${kind} ${key}`} kind={kind} title={title} seen={seen} mount={kept} />
      )}
      <Mockups formats={formats} mounts={mounts} />
      <Cutters cutters={cutters} today={today} />
    </Stack>
  );
}

function Cutters({ cutters, today }: { cutters: CutterModel[]; today: string }) {
  const { date, length } = useUnits();
  const [open, setOpen] = useState<CutterModel | 'new' | null>(null);
  const isOld = (each: CutterModel) => daysBetween(each.readOn, today) > OLD_DAYS;
  const columns: readonly Column<CutterModel>[] = [
    {
      key: 'who',
      head: 'Who',
      cell: (each) => (
        <Button quiet onPress={() => setOpen(each)}>
          {each.name}
        </Button>
      ),
      by: (each) => each.name,
      isName: true,
    },
    figureColumn('sheet', 'Sheet, in all', (each) => each.toleranceSheetUm, length),
    figureColumn('image', 'Image, in all', (each) => each.toleranceImageUm, length),
    figureColumn('window', 'Window, in all', (each) => each.toleranceWindowUm, length),
    figureColumn(
      'placing',
      'Placing',
      (each) => each.placingUm,
      (um) => `± ${length(um)}`,
    ),
    {
      key: 'said',
      head: 'Said on',
      cell: (each) =>
        isOld(each) ? (
          <MarkedText kind="care">{date(each.readOn)}, old: ask again</MarkedText>
        ) : (
          date(each.readOn)
        ),
      by: (each) => each.readOn,
    },
    { key: 'notes', head: 'Notes', cell: (each) => <Small>{each.notes}</Small> },
  ];
  return (
    <section>
      <PanelTitle>
        Who cuts, and how near <span>{cutters.length}</span>
      </PanelTitle>
      {cutters.length === 0 ? (
        <Small>
          Nobody yet. Ask each framer and shop by how much their parts vary, and write down the day they
          said so.
        </Small>
      ) : (
        <DataTable label="Who cuts" rows={cutters} columns={columns} keyOf={(each) => each.id} />
      )}
      <Row style={{ marginTop: 10 }}>
        <Button onPress={() => setOpen('new')}>Record who cuts</Button>
      </Row>
      {open && (
        <CutterSheet cutter={open === 'new' ? null : open} today={today} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}
