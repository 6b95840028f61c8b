'use client';
import type { FormatModel } from '@/app/models';
import { signingRoom } from '@/core/crop/border';
import { cropAt, insidePlace } from '@/core/crop/crop';
import { finishSheet, NO_FINISH } from '@/core/crop/finish';
import { drawSheet, shareOfCrop } from '@/core/drawing/shopDrawings';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DrawingView } from '@/ui/DrawingView';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import { useTypedLengths } from '../typedLengths';
import type { Picture } from './CropView';

const SIDES = ['top', 'right', 'bottom', 'left'] as const;
const EXTRAS = ['type', 'deckle', 'bleed'] as const;
type Key = (typeof SIDES)[number] | (typeof EXTRAS)[number];
const NAMES: Record<Key, string> = {
  top: 'Border above',
  right: 'Right',
  bottom: 'Below',
  left: 'Left',
  type: 'Its capitals',
  deckle: 'Strip to tear off',
  bleed: 'Bleed',
};

/** The white round the image, the line under it, and what is torn or trimmed off. */
export function BorderPart({
  format,
  picture,
  title,
  signed,
  limited,
  routes,
}: {
  format: FormatModel;
  picture: Picture;
  title: string;
  signed: boolean;
  limited: number | null;
  routes: { name: string; addsBorder: boolean }[];
}) {
  const action = useAction();
  const { unit, size } = useUnits();
  const image = format.image,
    wasFinish = format.finish ?? NO_FINISH;
  const was: Record<Key, number> = {
    ...format.borders,
    type: wasFinish.type,
    deckle: wasFinish.deckle,
    bleed: wasFinish.bleed,
  };
  const f = useTypedLengths(was);
  const { um: drawn, typed, type: change, set } = f;
  const [line, setLine] = useState(wasFinish.title);
  const borders = { top: drawn.top, right: drawn.right, bottom: drawn.bottom, left: drawn.left };
  const finish = { title: line.trim(), type: drawn.type, deckle: drawn.deckle, bleed: drawn.bleed };
  const save = async () => {
    const sent = f.sent();
    if (
      !(await action.run('changeBorder', {
        id: format.id,
        top: sent.top,
        right: sent.right,
        bottom: sent.bottom,
        left: sent.left,
      }))
    )
      return;
    if (line !== wasFinish.title || EXTRAS.some((k) => sent[k] !== was[k]))
      await action.run('changeFinish', {
        id: format.id,
        title: line,
        type: sent.type,
        deckle: sent.deckle,
        bleed: sent.bleed,
      });
  };
  const finished = finishSheet(image, borders, finish, unit, signed);
  const from = shareOfCrop(
    picture,
    cropAt(picture, image, format.crop && insidePlace(picture, image, format.crop)),
  );
  const drawing = drawSheet({
    title: `${title}, sheet of ${size(finished.sheet)}`,
    image,
    borders,
    finish,
    unit,
    picture: picture.sha,
    from,
    number: limited ? `1/${limited}` : '',
  });
  const weighted = Math.round((borders.top * 1.25) / 1_000) * 1_000;
  return (
    <section>
      <PanelTitle>
        Border and edge{' '}
        <span>
          {size(finished.sheet)}
          {drawn.deckle > 0 && `, torn from ${size(finished.blank)}`}
        </span>
      </PanelTitle>
      <div
        style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start', paddingTop: 8 }}
      >
        <DrawingView
          drawing={drawing}
          name={`sheet-${format.name}`}
          space={{ width: 668, height: 470 }}
          pdf={`/api/drawing/sheet/${format.id}`}
        />
        <Stack $gap={14} style={{ width: 330 }}>
          <Fields $columns="1fr 1fr">
            {SIDES.map((s) => (
              <Field
                key={s}
                label={NAMES[s]}
                value={typed[s]}
                onChange={change(s)}
                wrong={action.fieldError(s)}
              />
            ))}
          </Fields>
          <Row>
            <Button onPress={() => set({ right: drawn.top, bottom: drawn.top, left: drawn.top })}>
              Even
            </Button>
            <Button
              onPress={() =>
                set({ right: drawn.top, left: drawn.top, bottom: Math.max(weighted, 25_000) })
              }
            >
              Weighted below
            </Button>
          </Row>
          <Fields $columns="1fr 1fr">
            <Field
              label="Title under the image"
              value={line}
              onChange={setLine}
              hint="printed where the border is in the file"
              wrong={action.fieldError('title')}
            />
            {EXTRAS.map((k) => (
              <Field
                key={k}
                label={NAMES[k]}
                value={typed[k]}
                onChange={change(k)}
                wrong={action.fieldError(k)}
                hint={k === 'bleed' ? 'only without a border' : undefined}
              />
            ))}
          </Fields>
          <Stack $gap={6}>
            <Verdict finding={signingRoom(borders)} />
            {finished.findings.map((f) => (
              <Verdict key={f.word} finding={f} />
            ))}
            {routes.length > 0 && Object.values(borders).some((v) => v > 0) && (
              <Small>{byRoute(routes)}</Small>
            )}
            {drawn.deckle > 0 && (
              <Small>
                Score from the back, fold both ways, pull sideways. A blade slips: cut away from the hand
                that holds, on scrap first.
              </Small>
            )}
          </Stack>
          <Row>
            <Button main onPress={() => void save()} isDisabled={action.isPending}>
              Keep border and edge
            </Button>
          </Row>
          <ErrorCallout error={action.error} fields={[...SIDES, ...EXTRAS, 'title']} />
        </Stack>
      </div>
    </section>
  );
}

/** Where the white comes from, by who prints. */
function byRoute(routes: { name: string; addsBorder: boolean }[]): string {
  const names = (adds: boolean) =>
    routes
      .filter((r) => r.addsBorder === adds)
      .map((r) => r.name)
      .join(', ');
  return [
    names(true) && `On the sheet at ${names(true)}.`,
    names(false) &&
      `Inside the file for ${names(false)}: the file is made that way when the route is chosen.`,
  ]
    .filter(Boolean)
    .join(' ');
}
