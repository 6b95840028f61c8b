import type { Mg, Size, Um } from '../measure';
import type { From } from '../drawing/shopDrawings';

export const WALL_KINDS = ['wall', 'stall'] as const;
export type WallKind = (typeof WALL_KINDS)[number];

/** What a wall is made of, as far as a fixing asks. */
export const SURFACES = [
  'plaster over brick',
  'plasterboard',
  'wood',
  'concrete',
  'rail',
  'not known',
] as const;
export type Surface = (typeof SURFACES)[number];

export const OBSTACLES = [
  'door',
  'window',
  'switch',
  'socket',
  'radiator',
  'shelf',
  'table',
  'bin',
  'other',
] as const;
export type ObstacleKind = (typeof OBSTACLES)[number];

/** Something on a wall, or before it. Measured from its left edge and the floor. */
export type Obstacle = {
  id: string;
  kind: ObstacleKind;
  face: number;
  left: Um;
  bottom: Um;
  width: Um;
  height: Um;
  /** Of furniture, from the wall outwards; nothing of what lies in the wall. */
  depth: Um;
};

/** One flat piece of wall, up to its corners. Under a slope its two sides are of unlike height. */
export type Face = { name: string; width: Um; leftHeight: Um; rightHeight: Um };

/** A picture as it hangs: its frame's outer size and what is seen in it. */
export type Framing = {
  workId: string | null;
  formatId: string | null;
  title: string;
  /** Its picture and the part of it that shows; none for something typed. */
  picture: string | null;
  from: From;
  outer: Size;
  /** Width of the frame's face, all round. */
  moulding: Um;
  /** What shows of the print, from the outer corner. */
  window: { left: Um; top: Um; width: Um; height: Um };
  weight: Mg;
  /** From the frame's top down to the wire when it is taut over so many hooks. */
  drop: Um;
  /** Somebody measured the drop; until then it is a guess, and nobody drills by it. */
  isDropMeasured: boolean;
  hooks: 1 | 2;
};

/** A picture on the wall. One moved by hand keeps its place; the others lie as the arrangement has them. */
export type HungPiece = Framing & {
  id: string;
  place: { face: number; left: Um; top: Um } | null;
};

export const ARRANGEMENTS = ['row', 'rows', 'grid'] as const;
export type Arrangement = {
  kind: (typeof ARRANGEMENTS)[number];
  /** Of rows one over another; columns of a grid. */
  rows: number;
  columns: number;
  /** Middle of what hangs, from the floor: the line of the eye. */
  centre: Um;
  /** Between frames; nothing: even gaps over the whole wall. */
  gap: Um | null;
  /** Between one row and the next. */
  rowGap: Um;
};

/** The light where it will hang, as it was measured or is known. */
export type WallLight = { lux: number; hoursADay: number; kelvin: number; hasSun: boolean };

/** One measure taken after hanging, by the name of what was measured. */
export type TakenMeasure = { key: string; value: Um };

export type OrderTold = { school: 'belong' | 'differ'; says: string[]; score: number; nextShare: number };

export type WallPlan = {
  surface: Surface;
  /** People walk by who are not of the house. */
  isPublic: boolean;
  faces: Face[];
  obstacles: Obstacle[];
  arrangement: Arrangement;
  light: WallLight | null;
  pieces: HungPiece[];
  measures: TakenMeasure[];
  /** Why the pictures stand in their order, when it was proposed. */
  order: OrderTold | null;
};

export const EYE_LINE_UM = { least: 1_450_000, usual: 1_500_000, most: 1_550_000 } as const;
/** Left free beside a door, a switch, a corner. */
export const CLEARANCE_UM = 50_000;

/** An empty wall of one face. @example emptyWall({ width: 4200000, height: 2600000 }).faces[0].width // 4200000 */
export const emptyWall = ({ width, height }: Size): WallPlan => ({
  surface: 'not known',
  isPublic: false,
  faces: [{ name: '', width, leftHeight: height, rightHeight: height }],
  obstacles: [],
  arrangement: {
    kind: 'row',
    rows: 2,
    columns: 3,
    centre: EYE_LINE_UM.usual,
    gap: null,
    rowGap: 80_000,
  },
  light: null,
  pieces: [],
  measures: [],
  order: null,
});

/** How high a face is at so far from its left corner, under its slope. @example heightAt({ name: '', width: 2000, leftHeight: 2000, rightHeight: 1000 }, 500) // 1750 */
export const heightAt = (face: Face, left: Um): Um =>
  Math.round(
    face.leftHeight +
      ((face.rightHeight - face.leftHeight) * Math.min(Math.max(left, 0), face.width)) / face.width,
  );

/** The tallest a face gets. @example tallest({ name: '', width: 1, leftHeight: 3, rightHeight: 2 }) // 3 */
export const tallest = (face: Face): Um => Math.max(face.leftHeight, face.rightHeight);
