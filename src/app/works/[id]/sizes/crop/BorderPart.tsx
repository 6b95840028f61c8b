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
/** Below this there is no room for a number, a title and a name. */
const LEAST_TO_SIGN_UM = 25_000;
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

type Props = {
  format: FormatModel;
  picture: Picture;
  title: string;
  signed: boolean;
  limited: number | null;
  routes: { name: string; addsBorder: boolean }[];
};

/** The lengths and the line as they are typed, the sheet they give, and the keeping of them. */
function useBorderForm({ format, signed }: Props) {
  const action = useAction();
  const { unit } = useUnits();
  const wasFinish = format.finish ?? NO_FINISH;
  const was: Record<Key, number> = {
    ...format.borders,
    type: wasFinish.type,
    deckle: wasFinish.deckle,
    bleed: wasFinish.bleed,
  };
  const { um, typed, type, set, sent: readLengths } = useTypedLengths(was);
  const [line, setLine] = useState(wasFinish.title);
  const borders = { top: um.top, right: um.right, bottom: um.bottom, left: um.left };
  const finish = { title: line.trim(), type: um.type, deckle: um.deckle, bleed: um.bleed };
  // A quarter more below than above looks even on a wall, and leaves room to sign.
  const weighted = Math.round((um.top * 1.25) / 1_000) * 1_000;

  const save = async () => {
    const sent = readLengths();
    const { top, right, bottom, left, deckle, bleed } = sent;
    if (!(await action.run('changeBorder', { id: format.id, top, right, bottom, left }))) return;
    if (line !== wasFinish.title || EXTRAS.some((k) => sent[k] !== was[k]))
      await action.run('changeFinish', { id: format.id, title: line, type: sent.type, deckle, bleed });
  };

  return {
    action,
    typed,
    type,
    line,
    setLine,
    borders,
    finish,
    finished: finishSheet(format.image, borders, finish, unit, signed),
    even: () => set({ right: um.top, bottom: um.top, left: um.top }),
    weightedBelow: () =>
      set({ right: um.top, left: um.top, bottom: Math.max(weighted, LEAST_TO_SIGN_UM) }),
    save,
  };
}
type BorderForm = ReturnType<typeof useBorderForm>;

/** The white round the image, the line under it, and what is torn or trimmed off. */
export function BorderPart(props: Props) {
  const { routes } = props;
  const form = useBorderForm(props);
  const { size } = useUnits();
  const { sheet, blank } = form.finished;
  return (
    <section>
      <PanelTitle>
        Border and edge{' '}
        <span>
          {size(sheet)}
          {form.finish.deckle > 0 && `, torn from ${size(blank)}`}
        </span>
      </PanelTitle>
      <div
        style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start', paddingTop: 8 }}
      >
        <SheetDrawn {...props} form={form} />
        <Stack $gap={14} style={{ width: 330 }}>
          <BorderFields form={form} />
          <BorderFindings form={form} routes={routes} />
          <Row>
            <Button main onPress={() => void form.save()} isDisabled={form.action.isPending}>
              Keep border and edge
            </Button>
          </Row>
          <ErrorCallout error={form.action.error} fields={[...SIDES, ...EXTRAS, 'title']} />
        </Stack>
      </div>
    </section>
  );
}

/** The sheet with its picture, its line and its number, to scale. */
function SheetDrawn({ format, picture, title, limited, form }: Props & { form: BorderForm }) {
  const { unit, size } = useUnits();
  const { image } = format;
  const crop = format.crop && insidePlace(picture, image, format.crop);
  const drawing = drawSheet({
    title: `${title}, sheet of ${size(form.finished.sheet)}`,
    image,
    borders: form.borders,
    finish: form.finish,
    unit,
    picture: picture.sha,
    from: shareOfCrop(picture, cropAt(picture, image, crop)),
    number: limited ? `1/${limited}` : '',
  });
  return (
    <DrawingView
      drawing={drawing}
      name={`sheet-${format.name}`}
      space={{ width: 668, height: 470 }}
      pdf={`/api/drawing/sheet/${format.id}`}
    />
  );
}

function BorderFields({ form }: { form: BorderForm }) {
  const { action, typed, type } = form;
  return (
    <>
      <Fields $columns="1fr 1fr">
        {SIDES.map((s) => (
          <Field
            key={s}
            label={NAMES[s]}
            value={typed[s]}
            onChange={type(s)}
            wrong={action.fieldError(s)}
          />
        ))}
      </Fields>
      <Row>
        <Button onPress={form.even}>Even</Button>
        <Button onPress={form.weightedBelow}>Weighted below</Button>
      </Row>
      <Fields $columns="1fr 1fr">
        <Field
          label="Title under the image"
          value={form.line}
          onChange={form.setLine}
          hint="printed where the border is in the file"
          wrong={action.fieldError('title')}
        />
        {EXTRAS.map((k) => (
          <Field
            key={k}
            label={NAMES[k]}
            value={typed[k]}
            onChange={type(k)}
            wrong={action.fieldError(k)}
            hint={k === 'bleed' ? 'only without a border' : undefined}
          />
        ))}
      </Fields>
    </>
  );
}

function BorderFindings({ form, routes }: { form: BorderForm; routes: Props['routes'] }) {
  const { borders, finish, finished } = form;
  return (
    <Stack $gap={6}>
      <Verdict finding={signingRoom(borders)} />
      {finished.findings.map((finding) => (
        <Verdict key={finding.word} finding={finding} />
      ))}
      {routes.length > 0 && Object.values(borders).some((v) => v > 0) && <Small>{byRoute(routes)}</Small>}
      {finish.deckle > 0 && (
        <Small>
          Score from the back, fold both ways, pull sideways. A blade slips: cut away from the hand that
          holds, on scrap first.
        </Small>
      )}
    </Stack>
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
