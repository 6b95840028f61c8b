'use client';
import type { MountModel } from '@/app/models';
import { sheetOf } from '@/core/crop/border';
import { drawMockups, type Mockup } from '@/core/drawing/shopDrawings';
import { matOuter } from '@/core/mounting/mount';

import { DrawingView } from '@/ui/DrawingView';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { useTypedLengths } from '../typedLengths';
import type { Seen } from './MountView';

/** Every size of the work in a frame of one width, to one scale. */
export function Mockups({ formats, mounts }: { formats: Seen[]; mounts: MountModel[] }) {
  const { unit, size } = useUnits();
  const f = useTypedLengths({ frame: 20_000 });
  const prints = [...formats]
    .sort(
      (a, b) =>
        a.format.image.width * a.format.image.height - b.format.image.width * b.format.image.height,
    )
    .map((seen): Mockup => {
      const image = seen.format.image,
        b = seen.format.borders,
        plan = mounts.find((m) => m.formatId === seen.format.id && m.kind === 'mat')?.plan;
      if (plan?.kind !== 'mat')
        return {
          outer: sheetOf(image, b),
          window: image,
          top: b.top,
          picture: seen.picture,
          from: seen.from,
          says: size(image),
        };
      const window = {
        width: Math.min(image.width, plan.window.width),
        height: Math.min(image.height, plan.window.height),
      };
      return {
        outer: matOuter(plan.window, plan.side, plan.bottom),
        window,
        top: plan.side + (plan.window.height - window.height) / 2,
        picture: seen.picture,
        from: seen.from,
        says: size(image),
      };
    });
  return (
    <section>
      <PanelTitle>
        On the wall, in one frame <span>to one scale; with its mat where one is planned</span>
      </PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <Field label="Face of the frame" value={f.typed.frame} onChange={f.type('frame')} width={140} />
        <DrawingView
          drawing={drawMockups({
            title: 'The same frame looks slim round a large print and heavy round a small one',
            prints,
            frame: f.um.frame,
            unit,
          })}
          name="framed"
          space={{ width: 1_100, height: 360 }}
        />
        <Small>
          Only what is offered. A mat that is kept is drawn as it is; without one the sheet’s own border
          shows.
        </Small>
      </Stack>
    </section>
  );
}
