'use client';
import type { FormatModel } from '@/app/models';
import {
  CENTRED,
  cropAt,
  insidePlace,
  lostSides,
  MOST_TURN,
  placeLosing,
  samePlace,
  type CropPlace,
} from '@/core/crop/crop';
import { lengthOrNull, readNumber, toDecimals } from '@/core/measure';
import { checkResolution, shownPpi, type School } from '@/core/resolution';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { EmptyState, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import { BorderPart } from './BorderPart';
import { CropFrame } from './CropFrame';

export type Picture = { sha: string; width: number; height: number };
type Props = {
  title: string;
  formats: FormatModel[];
  asked: string | null;
  school: School;
  picture: Picture | null;
  signed: boolean;
  limited: number | null;
  routes: { name: string; addsBorder: boolean }[];
};

/** Where each size is cut from the picture, and what white stands round it. */
export function CropView({ title, formats, asked, school, picture, signed, limited, routes }: Props) {
  const { size } = useUnits();
  const [chosen, setChosen] = useState(formats.find((f) => f.id === asked)?.id ?? formats[0]?.id ?? '');
  const format = formats.find((f) => f.id === chosen) ?? formats[0];
  if (!format)
    return (
      <EmptyState title="No size is offered yet">
        <p>Tick a size on the ladder; its crop and border are set here.</p>
      </EmptyState>
    );
  if (!picture)
    return (
      <EmptyState title="No file yet">
        <p>A crop is drawn on the picture. Bring a file in under Capture.</p>
      </EmptyState>
    );
  return (
    <Stack $gap={24}>
      <Select
        label="Size"
        value={format.id}
        onChange={setChosen}
        width={260}
        options={formats.map((f) => ({ key: f.id, name: size(f.image) }))}
      />
      <CropPart
        key={`crop ${format.id} ${JSON.stringify(format.crop)}`}
        format={format}
        picture={picture}
        school={school}
      />
      <BorderPart
        key={`border ${format.id} ${format.borders.top} ${format.borders.right} ${format.borders.bottom} ${format.borders.left} ${JSON.stringify(format.finish)}`}
        format={format}
        picture={picture}
        title={title}
        signed={signed}
        limited={limited}
        routes={routes}
      />
    </Stack>
  );
}

type CropFigure = 'left' | 'top' | 'fill' | 'turn';
type CropProps = { format: FormatModel; picture: Picture; school: School };

/** Where the cut lies, by hand or typed; what is typed stands in its field until the hand moves the cut again. */
function useCropForm({ format, picture }: CropProps) {
  const { unit, withUnit } = useUnits();
  const { image } = format;
  const kept = insidePlace(picture, image, format.crop ?? CENTRED);
  const [place, setPlace] = useState<CropPlace>(kept);
  const [typed, setTyped] = useState<Partial<Record<CropFigure, string>>>({});
  const [wrong, setWrong] = useState<Partial<Record<CropFigure, string>>>({});
  const put = (next: CropPlace) => setPlace(insidePlace(picture, image, next));

  /** Takes what was typed, or says what was expected. */
  const take = (key: CropFigure, text: string): string | undefined => {
    if (key === 'left' || key === 'top') {
      const um = lengthOrNull(withUnit(text), unit);
      if (um === null) return 'Expected a length such as "12 mm" or "1/2 in".';
      try {
        setPlace(placeLosing(picture, image, place, { [key]: um }));
      } catch (caught) {
        return `Expected ${(caught as { expected?: string }).expected ?? 'a cut inside the picture'}.`;
      }
      return undefined;
    }
    const n = readNumber(text.replace(/[%°]/g, '')) ?? NaN;
    if (key === 'fill') {
      if (!(n >= 10 && n <= 100)) return 'Expected a share from 10 to 100 %.';
      put({ ...place, fill: Math.round(n * 10_000) });
      return undefined;
    }
    const most = MOST_TURN / 1_000;
    if (!(Math.abs(n) <= most)) return `Expected −${most} to ${most} degrees.`;
    put({ ...place, turn: Math.round(n * 1_000) });
    return undefined;
  };

  return {
    place,
    typed,
    wrong,
    crop: cropAt(picture, image, place),
    isMiddle: samePlace(place, CENTRED) || samePlace(place, insidePlace(picture, image, CENTRED)),
    isKept: samePlace(place, kept),
    isWrong: Object.values(wrong).some(Boolean),
    move(next: CropPlace) {
      put(next);
      setTyped({});
      setWrong({});
    },
    type: (key: CropFigure) => (text: string) => {
      setTyped((was) => ({ ...was, [key]: text }));
      setWrong((was) => ({ ...was, [key]: take(key, text) }));
    },
  };
}
type CropForm = ReturnType<typeof useCropForm>;

function CropPart(props: CropProps) {
  const { format, picture } = props;
  const { image } = format;
  const form = useCropForm(props);
  const action = useAction();
  const { size, unit } = useUnits();
  const keep = () =>
    void action.run('placeCrop', { id: format.id, place: form.isMiddle ? null : form.place });
  return (
    <section>
      <PanelTitle>
        Crop of {size(image)} <span>the master stays as it is</span>
      </PanelTitle>
      <div
        style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start', paddingTop: 8 }}
      >
        <CropFrame
          picture={picture}
          image={image}
          place={form.place}
          crop={form.crop}
          onMove={form.move}
          label={`The picture with the cut for ${size(image)}`}
        />
        <Stack $gap={14} style={{ width: 330 }}>
          <CropFields {...props} form={form} />
          <Small>
            Drag the cut, or give it the focus and use the arrows:{' '}
            {unit === 'mm'
              ? '1 mm on the print, 10 with shift, 0.1 with alt'
              : '1/16 in on the print, 1 in with shift, 1/64 with alt'}
            . + and − change how much it takes.
          </Small>
          <Row>
            <Button main onPress={keep} isDisabled={action.isPending || form.isKept || form.isWrong}>
              Keep this crop
            </Button>
            <Button onPress={() => form.move(CENTRED)} isDisabled={form.isMiddle}>
              The middle again
            </Button>
          </Row>
          <ErrorCallout error={action.error} />
        </Stack>
      </div>
    </section>
  );
}

/** The cut in figures: typed on two sides, and what that leaves on the others. */
function CropFields({ format, picture, school, form }: CropProps & { form: CropForm }) {
  const { length } = useUnits();
  const { place, typed, wrong, type, crop } = form;
  const lost = lostSides(picture, format.image, crop);
  const check = checkResolution(crop, format.image, school);
  const lostPercent = toDecimals(100 * lost.share, 1);
  return (
    <>
      <Fields $columns="1fr 1fr">
        <Field
          label="Lost on the left"
          value={typed.left ?? length(lost.left)}
          onChange={type('left')}
          wrong={wrong.left}
        />
        <Field
          label="Lost at the top"
          value={typed.top ?? length(lost.top)}
          onChange={type('top')}
          wrong={wrong.top}
        />
        <Field
          label="Of the largest cut, %"
          value={typed.fill ?? String(toDecimals(place.fill / 10_000, 1))}
          onChange={type('fill')}
          wrong={wrong.fill}
        />
        <Field
          label="Straighten, degrees"
          value={typed.turn ?? String(place.turn / 1_000)}
          onChange={type('turn')}
          wrong={wrong.turn}
          hint="the horizon’s slope, right side down positive"
        />
      </Fields>
      <FactList
        rows={[
          ['Lost right', length(lost.right)],
          ['Lost below', length(lost.bottom)],
          [
            'Lost in all',
            <Working
              key="w"
              working={{
                title: 'what the crop loses',
                steps: [
                  {
                    sum: `1 − (${crop.width} × ${crop.height}) ÷ (${picture.width} × ${picture.height})`,
                    result: `${lostPercent} % of the area`,
                  },
                ],
                notes: [
                  'The shape is locked to the size: what is gained on one side is lost on the other.',
                ],
                source: 'Lengths are on the print.',
              }}
            >
              {lostPercent} % of the picture
            </Working>,
          ],
          ['Pixels', `${crop.width} × ${crop.height}, ${shownPpi(check.ppi, check.requiredPpi)} ppi`],
        ]}
      />
      <Verdict finding={check.finding} />
    </>
  );
}
