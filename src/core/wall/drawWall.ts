import { DIMENSION_ROOM, type Drawing, type Stroke } from '../drawing/strokes';
import { formatLength, type Um, type UnitSystem } from '../measure';
import { faceLeft, hookLines, wallHeight, wallWidth } from './check';
import { layWall } from './lay';
import { heightAt, type WallPlan } from './plan';

/** Half an arm of the cross on a hook. */
const CROSS_UM = 25_000;

/**
 * A wall as a shop drawing: its faces beside each other, what stands on it, the pictures in their frames, crosses at the hooks,
 * gaps, and the line of the eye.
 */
export function drawWall(q: { title: string; plan: WallPlan; unit: UnitSystem }): Drawing {
  const { plan, unit } = q;
  const laid = layWall(plan);
  const high = wallHeight(plan);
  const wide = wallWidth(plan);
  const length = (um: Um) => formatLength(um, unit, { bare: true });
  /** From the floor up, on paper from the top down. */
  const y = (fromFloor: Um) => high - fromFloor;
  const line = (x1: Um, y1: Um, x2: Um, y2: Um, pen: 'edge' | 'fine' | 'hidden' = 'edge'): Stroke => ({
    ...{ kind: 'line', x1, y1, x2, y2, pen },
  });
  const strokes: Stroke[] = plan.faces.flatMap((face, i) => {
    const x = faceLeft(plan, i);
    return [
      line(x, y(0), x + face.width, y(0)),
      line(x, y(0), x, y(face.leftHeight)),
      line(x + face.width, y(0), x + face.width, y(face.rightHeight)),
      line(x, y(face.leftHeight), x + face.width, y(face.rightHeight)),
    ];
  });
  for (const o of plan.obstacles) {
    const x = faceLeft(plan, o.face) + o.left;
    strokes.push(
      {
        ...{ kind: 'rect', x, y: y(o.bottom + o.height), width: o.width, height: o.height },
        ...{ pen: 'fine', fill: 'waste' },
      },
      { kind: 'text', x: x + o.width / 2, y: y(o.bottom + o.height / 2), says: o.kind, anchor: 'middle' },
    );
  }
  strokes.push(line(0, y(plan.arrangement.centre), wide, y(plan.arrangement.centre), 'hidden'));
  plan.pieces.forEach((p, i) => {
    const at = laid.at[i]!;
    const [x, top] = [faceLeft(plan, at.face) + at.left, y(at.top)];
    const inner = {
      x: x + p.moulding,
      y: top + p.moulding,
      width: p.outer.width - 2 * p.moulding,
      height: p.outer.height - 2 * p.moulding,
    };
    const seen = {
      x: x + p.window.left,
      y: top + p.window.top,
      width: p.window.width,
      height: p.window.height,
    };
    strokes.push(
      { kind: 'rect', x, y: top, ...p.outer, pen: 'edge', fill: 'frame' },
      { kind: 'rect', ...inner, pen: 'fine', fill: 'paper' },
      p.picture
        ? { kind: 'picture', ...seen, picture: p.picture, from: p.from }
        : { kind: 'rect', ...seen, pen: 'fine', fill: 'picture' },
      {
        ...{ kind: 'text', x: x + p.outer.width / 2, y: top + p.outer.height + 90_000 },
        ...{ says: String(i + 1), anchor: 'middle', high: 60_000 },
      },
    );
  });
  for (const { face, hooks } of hookLines(plan, laid))
    for (const hook of hooks) {
      const x = faceLeft(plan, face) + hook.x;
      strokes.push(
        line(x - CROSS_UM, y(hook.y), x + CROSS_UM, y(hook.y)),
        line(x, y(hook.y) - CROSS_UM, x, y(hook.y) + CROSS_UM),
      );
    }
  const low = Math.min(
    ...plan.pieces.map((p, i) => laid.at[i]!.top - p.outer.height),
    plan.arrangement.centre,
  );
  for (const gap of laid.gaps) {
    const x = faceLeft(plan, gap.face);
    const [x1, x2, at] = [x + gap.from, x + gap.to, y(low)];
    strokes.push({ kind: 'dimension', x1, y1: at, x2, y2: at, off: 14, says: length(gap.to - gap.from) });
  }
  plan.faces.forEach((face, i) => {
    const x = faceLeft(plan, i);
    const [x1, x2, at] = [x, x + face.width, y(0)];
    strokes.push({
      ...{ kind: 'dimension', x1, y1: at, x2, y2: at, off: 6 },
      says: `${face.name && `${face.name}, `}${formatLength(face.width, unit)}`,
    });
  });
  strokes.push({
    ...{ kind: 'dimension', x1: 0, y1: y(0), x2: 0, y2: y(heightAt(plan.faces[0]!, 0)), off: -6 },
    says: formatLength(plan.faces[0]!.leftHeight, unit),
  });
  return { title: q.title, width: wide, height: high, room: DIMENSION_ROOM, strokes };
}
