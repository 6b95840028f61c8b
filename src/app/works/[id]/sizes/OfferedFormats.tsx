'use client';
import type { FormatModel } from '@/app/models';
import { sheetOf, signingRoom, type Borders } from '@/core/crop/border';
import { formatLength, lengthOrNull, orientationOf, type Orientation, type Size } from '@/core/measure';
import { useState } from 'react';
import styled from 'styled-components';

import { ProductCosts } from '@/app/ProductCosts';
import type { ShownCost } from '@/studio/prices/shownCosts';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { DialogActions, FormDialog } from '@/ui/FormDialog';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { Dimension, ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { Offered } from './SizesView';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';

const Line = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 16px;
  padding: 9px 0;
  border-bottom: 1px solid ${t.hair};
  align-items: center;
  > div:first-child {
    display: grid;
    gap: 3px;
  }
`;

/** The sizes this work is offered in, with their borders and sheets. */
export function OfferedFormats({
  offered,
  picture,
  workId,
  lying,
  costs,
}: {
  offered: Offered[];
  picture: string | null;
  workId: string;
  lying: Orientation | null;
  costs: ShownCost[];
}) {
  const [open, setOpen] = useState<FormatModel | null>(null);
  const action = useAction();
  const { size, other, bare, unit } = useUnits();
  return (
    <section>
      <PanelTitle>
        Offered{' '}
        <span>
          {offered.length === 0
            ? 'tick a size beside the drawing'
            : `${offered.length} ${offered.length === 1 ? 'size' : 'sizes'}, each with its sheet`}
        </span>
      </PanelTitle>
      <ul aria-label="Offered sizes">
        {offered.map(({ format: f, check }) => {
          const b = f.borders;
          return (
            <Line key={f.id}>
              <div>
                <span>
                  <strong>{size(f.image)}</strong> on a sheet of {size(sheetOf(f.image, b))}{' '}
                  <Small>({other(sheetOf(f.image, b))})</Small>
                </span>
                <Small>
                  border {bare(b.top)} top, {bare(b.right)} right, {bare(b.bottom)} bottom, {bare(b.left)}{' '}
                  left, {unit}
                </Small>
                {check && check.verdict !== 'holds' && (
                  <Small>
                    <Verdict finding={check.finding} />
                  </Small>
                )}
                {lying &&
                  lying !== 'square' &&
                  orientationOf(f.image) !== lying &&
                  orientationOf(f.image) !== 'square' && (
                    <Small>
                      <MarkedText kind="care">
                        It lies {orientationOf(f.image)} and the picture {lying}: swapped, or a crop that
                        is meant.
                      </MarkedText>
                    </Small>
                  )}
                <Small>
                  <Verdict finding={signingRoom(b)} />
                </Small>
                <ProductCosts costs={costs.filter((cost) => cost.formatId === f.id)} />
              </div>
              <Row>
                <ButtonLink href={`/works/${workId}/sizes/crop?size=${f.id}`}>Crop</ButtonLink>
                <Button onPress={() => setOpen(f)}>Border</Button>
                <Button
                  quiet
                  onPress={() => void action.run('withdrawFormat', { id: f.id, withdrawn: true })}
                >
                  Stop offering
                </Button>
              </Row>
            </Line>
          );
        })}
      </ul>
      {open && (
        <BorderSheet key={open.id} format={open} picture={picture} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

const SIDES = ['top', 'right', 'bottom', 'left'] as const;

/** The white border, side by side, drawn as it is typed. */
function BorderSheet({
  format,
  picture,
  onClose,
}: {
  format: FormatModel;
  picture: string | null;
  onClose: () => void;
}) {
  const action = useAction();
  const { unit, size, withUnit } = useUnits();
  const was = format.borders;
  const [first] = useState(
    () =>
      Object.fromEntries(
        SIDES.map((s) => [s, formatLength(was[s], unit, { inches: 'fraction' })]),
      ) as Record<(typeof SIDES)[number], string>,
  );
  const [typed, setTyped] = useState(first);
  const [drawn, setDrawn] = useState(was);
  const change = (side: (typeof SIDES)[number]) => (value: string) => {
    setTyped((all) => ({ ...all, [side]: value }));
    const um = lengthOrNull(value, unit);
    if (um !== null) setDrawn((all) => ({ ...all, [side]: um }));
  };
  const kept = useKeptSheet(
    `changeBorder:${format.id}`,
    { typed, drawn },
    (begun) => {
      setTyped(begun.typed);
      setDrawn(begun.drawn);
    },
    onClose,
  );
  const save = async () => {
    // A side nobody touched keeps its micrometres: 25 mm read as 1 in must not become 25.4 mm.
    const sides = Object.fromEntries(
      SIDES.map((s) => [s, typed[s] === first[s] ? was[s] : withUnit(typed[s])]),
    ) as Record<(typeof SIDES)[number], string | number>;
    if (await action.run('changeBorder', { id: format.id, ...sides })) kept.close();
  };
  const sheet = sheetOf(format.image, drawn);
  return (
    <FormDialog
      title={`Border of ${size(format.image)}`}
      isOpen
      isWritten={kept.isWritten}
      onClose={kept.close}
      width={720}
    >
      <DraftSlip {...kept.slip} />
      <div style={{ display: 'flex', gap: 24, flexWrap: 'wrap' }}>
        <Stack $gap={10} style={{ width: 160 }}>
          {SIDES.map((s) => (
            <Field
              key={s}
              label={`${s[0]!.toUpperCase()}${s.slice(1)}`}
              value={typed[s]}
              onChange={change(s)}
              wrong={action.fieldError(s)}
              autoFocus={s === 'top'}
            />
          ))}
        </Stack>
        <ScaleDrawing
          width={sheet.width}
          height={sheet.height}
          space={{ width: 460, height: 330 }}
          name={`sheet-${format.name}`}
          label={`The sheet of ${size(sheet)} with its picture and border`}
        >
          <SheetDrawn image={format.image} borders={drawn} picture={picture} />
        </ScaleDrawing>
      </div>
      <p style={{ marginTop: 10 }}>
        <Verdict finding={signingRoom(drawn)} />
      </p>
      <ErrorCallout error={action.error} fields={[...SIDES]} />
      <DialogActions
        label="Keep this border"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

function SheetDrawn({
  image,
  borders,
  picture,
}: {
  image: Size;
  borders: Borders;
  picture: string | null;
}) {
  const px = useScale();
  const { length } = useUnits();
  const sheet = sheetOf(image, borders);
  const [w, h] = [px(sheet.width), px(sheet.height)];
  const at = {
    x: px(borders.left),
    y: px(borders.top),
    width: px(image.width),
    height: px(image.height),
  };
  return (
    <>
      <rect width={w} height={h} fill={t.white} stroke={t.ink} />
      {picture ? (
        <image href={`/api/pictures/${picture}/view`} {...at} preserveAspectRatio="xMidYMid slice" />
      ) : (
        <rect {...at} fill={t.hair} />
      )}
      <rect {...at} fill="none" stroke={t.line} strokeWidth="0.6" />
      <Dimension x1={0} y1={h + 14} x2={w} y2={h + 14} label={length(sheet.width)} />
      <Dimension x1={-14} y1={h} x2={-14} y2={0} label={length(sheet.height)} />
    </>
  );
}
