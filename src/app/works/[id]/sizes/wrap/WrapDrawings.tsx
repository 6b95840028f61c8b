'use client';
import type { MountModel } from '@/app/models';
import { drawBars, drawPanels, drawWrap } from '@/core/drawing/shopDrawings';
import { DrawingView } from '@/ui/DrawingView';
import { useUnits } from '@/ui/Units';
import type { Seen } from '../mount/MountView';
import type { Worked } from './useWrapDesk';

/** The panels as they hang, the canvas laid flat, and the bars from behind. */
export function WrapDrawings({
  worked: w,
  title,
  seen,
  mount,
  gap,
}: {
  worked: Worked;
  title: string;
  seen: Seen;
  mount: MountModel | null;
  gap: number;
}) {
  const { unit } = useUnits();
  return (
    <>
      {w.list.length > 1 && (
        <DrawingView
          drawing={drawPanels({
            title: `${title}, ${w.list.length} panels as they hang`,
            panels: w.list,
            gap: gap,
            unit,
            picture: seen.picture,
            from: seen.from,
          })}
          name={`panels-${seen.format.name}`}
          space={{ width: 600, height: 300 }}
          pdf={mount ? `/api/drawing/panels/${mount.id}` : undefined}
        />
      )}
      <DrawingView
        drawing={drawWrap({
          title: `Canvas of ${title}${w.list.length > 1 ? ', first panel' : ''}, laid flat: dash and dot fold, short dashes staple`,
          wrap: w.wrap,
          unit,
          picture: seen.picture,
          from: w.firstPart,
        })}
        name={`wrap-${seen.format.name}`}
        space={{ width: 600, height: 460 }}
        pdf={mount ? `/api/drawing/wrap/${mount.id}` : undefined}
      />
      <DrawingView
        drawing={drawBars({ title: 'Bars from behind', wrap: w.wrap, unit })}
        name={`bars-${seen.format.name}`}
        space={{ width: 600, height: 300 }}
        pdf={mount ? `/api/drawing/bars/${mount.id}` : undefined}
      />
    </>
  );
}
