'use client';
import { useRouter } from 'next/navigation';
import { ActionSheet } from '@/app/ActionSheet';
import type { WallModel } from '@/app/models';
import { MOULDING_UM } from '@/core/wall/framing';
import {
  ARRANGEMENTS,
  OBSTACLES,
  SURFACES,
  type Arrangement,
  type HungPiece,
  type ObstacleKind,
  type Surface,
  type WallKind,
  type WallLight,
} from '@/core/wall/plan';
import { useAskedChoices } from '@/app/useAskedChoices';
import type { OfferedToHang } from '@/studio/walls/walls';

type Figure = number | string | null;
type SizeFigure = { width: number; height: number } | string | null;
const options = (words: readonly string[]) => words.map((key) => ({ key, name: key }));

/** A stall as stalls are: two sides and a back, three metres by two. */
const STALL = [
  { name: 'left', width: 2_000_000 },
  { name: 'back', width: 3_000_000 },
  { name: 'right', width: 2_000_000 },
];
/** So many are asked for; a wall that has more keeps them all. */
const LEAST_FACES = 4;

/** A wall is written down face by face, round its corners; most have one. */
export function WallSheet({
  wall,
  kind,
  onClose,
}: {
  wall: WallModel | null;
  kind: WallKind;
  onClose: () => void;
}) {
  const router = useRouter();
  const known = wall?.plan.faces;
  const count = Math.max(LEAST_FACES, known?.length ?? 0);
  const faceOf = (i: number) => {
    const usual = kind === 'stall' ? STALL[i] : undefined;
    const high = kind === 'stall' ? 2_200_000 : 2_500_000;
    if (known) return known[i] ?? null;
    if (usual) return { ...usual, leftHeight: high, rightHeight: high };
    return null;
  };
  const asks = Array.from({ length: count }, (_, i) => [
    {
      kind: 'text' as const,
      name: `name${i}`,
      label: i === 0 ? 'Face' : `Round corner ${i}`,
      hint: i === 0 ? 'empty where there is one' : 'empty: no further face',
    },
    { kind: 'length' as const, name: `width${i}`, label: 'From corner to corner', required: i === 0 },
    { kind: 'length' as const, name: `left${i}`, label: 'High at its left', required: i === 0 },
    { kind: 'length' as const, name: `right${i}`, label: 'at its right', hint: 'under a slope another' },
  ]).flat();
  const first: Record<string, Figure | boolean> = {
    name: wall?.name ?? '',
    surface: wall?.plan.surface ?? 'not known',
    isPublic: wall?.plan.isPublic ?? kind === 'stall',
  };
  for (let i = 0; i < count; i += 1) {
    const face = faceOf(i);
    first[`name${i}`] = face?.name ?? '';
    first[`width${i}`] = face?.width ?? null;
    first[`left${i}`] = face?.leftHeight ?? null;
    first[`right${i}`] = face?.rightHeight ?? null;
  }
  return (
    <ActionSheet
      act="recordWall"
      title={wall?.name ?? (kind === 'stall' ? 'A stall at a fair' : 'A wall')}
      label="Keep it"
      about={wall?.id ?? `new ${kind}`}
      width={760}
      columns="1fr 1fr 1fr 1fr"
      asks={[
        { kind: 'text', name: 'name', label: 'What it is called', required: true, autoFocus: true },
        { kind: 'choice', name: 'surface', label: 'Made of', options: options(SURFACES) },
        { kind: 'tick', name: 'isPublic', label: 'The public walks by' },
        ...asks,
      ]}
      first={first}
      input={(v) => ({
        ...(wall && { id: wall.id }),
        name: String(v.name),
        kind,
        surface: v.surface as Surface,
        isPublic: Boolean(v.isPublic),
        faces: Array.from({ length: count }, (_, i) => ({
          name: String(v[`name${i}`] ?? ''),
          width: (v[`width${i}`] as Figure) ?? '',
          leftHeight: (v[`left${i}`] as Figure) ?? '',
          rightHeight: (v[`right${i}`] as Figure) || ((v[`left${i}`] as Figure) ?? ''),
        })).filter((face, i) => i === 0 || face.width !== ''),
      })}
      onDone={(done) => {
        if (!wall) router.push(`/wall/${done.id}`);
      }}
      onClose={onClose}
    />
  );
}

/** One name for a size in one of its mounts, as a list keeps it. */
export const keyOfOffer = ({ formatId, mount }: OfferedToHang): string => `${formatId} ${mount ?? ''}`;
/** What can be hung, asked of the studio as somebody types. */
export const useHangs = (first: readonly OfferedToHang[]) =>
  useAskedChoices('/api/walls/offers', first, keyOfOffer);
/** The size and mount that a name of the list stands for; none for a frame of a typed size. */
export const offerOfKey = (offers: readonly OfferedToHang[], key: string) => {
  const found = offers.find((offer) => keyOfOffer(offer) === key);
  return { formatId: found?.formatId ?? null, mount: found?.mount ?? null };
};

/** Hangs a size of a work as its mount is planned, or a frame of a typed size. */
export function HangSheet({
  wallId,
  offers,
  onClose,
}: {
  wallId: string;
  offers: OfferedToHang[];
  onClose: () => void;
}) {
  const { choices, search } = useHangs(offers);
  return (
    <ActionSheet
      act="hangPiece"
      title="Hang a picture"
      label="Hang it"
      about={wallId}
      columns="1fr"
      asks={[
        {
          kind: 'find',
          name: 'formatId',
          label: 'A work in a size',
          hint: 'framed as its mount is planned; none: a frame of a size',
          options: [
            { key: '', name: 'none of these' },
            ...choices.map((offer) => ({ key: keyOfOffer(offer), name: offer.says })),
          ],
          onSearch: search,
        },
        { kind: 'length', name: 'moulding', label: 'Face of the frame', required: true },
        { kind: 'text', name: 'title', label: 'Or something else', hint: 'its title' },
        { kind: 'size', name: 'size', label: 'and its outer size', hint: 'width first, frame and all' },
      ]}
      first={{
        formatId: offers[0] ? keyOfOffer(offers[0]) : '',
        moulding: MOULDING_UM as Figure,
        title: '',
        size: null as SizeFigure,
      }}
      input={(v) => ({
        wallId,
        ...offerOfKey(choices, v.formatId),
        title: v.title,
        size: v.size ?? '',
        moulding: v.moulding ?? '',
      })}
      onClose={onClose}
    />
  );
}

export function PieceSheet({
  wallId,
  piece,
  onClose,
}: {
  wallId: string;
  piece: HungPiece;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="measurePiece"
      title={`${piece.title}, measured`}
      label="Keep it"
      about={piece.id}
      asks={[
        { kind: 'size', name: 'size', label: 'Frame, outer size', required: true },
        { kind: 'weight', name: 'weight', label: 'It weighs', required: true },
        {
          kind: 'length',
          name: 'drop',
          label: 'Wire, down from the top',
          required: true,
          autoFocus: true,
          hint: 'pulled taut over as many fingers as it has hooks',
        },
        { kind: 'choice', name: 'hooks', label: 'Hooks', options: options(['1', '2']) },
      ]}
      first={{
        size: piece.outer as SizeFigure,
        weight: piece.weight as Figure,
        drop: piece.drop as Figure,
        hooks: String(piece.hooks),
      }}
      input={(v) => ({
        wallId,
        pieceId: piece.id,
        size: v.size ?? '',
        weight: v.weight ?? '',
        drop: v.drop ?? '',
        hooks: Number(v.hooks),
      })}
      onClose={onClose}
    />
  );
}

export function ArrangeSheet({
  wallId,
  arrangement: a,
  onClose,
}: {
  wallId: string;
  arrangement: Arrangement;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="arrangeWall"
      title="How they hang"
      label="Arrange them"
      about={wallId}
      asks={[
        { kind: 'choice', name: 'kind', label: 'In', options: options(ARRANGEMENTS) },
        {
          kind: 'length',
          name: 'centre',
          label: 'Middle, from the floor',
          required: true,
          autoFocus: true,
        },
        { kind: 'length', name: 'gap', label: 'Between frames', hint: 'empty: even gaps, the ends too' },
        { kind: 'length', name: 'rowGap', label: 'Between rows', required: true },
        { kind: 'whole', name: 'rows', label: 'Rows', hint: 'where they hang in rows', required: true },
        { kind: 'whole', name: 'columns', label: 'Columns', hint: 'of a grid', required: true },
      ]}
      first={{
        kind: a.kind as string,
        centre: a.centre as Figure,
        gap: a.gap as Figure,
        rowGap: a.rowGap as Figure,
        rows: a.rows as Figure,
        columns: a.columns as Figure,
      }}
      input={(v) => ({
        wallId,
        kind: ARRANGEMENTS.find((each) => each === v.kind) ?? 'row',
        centre: v.centre ?? '',
        gap: v.gap === null || v.gap === '' ? null : v.gap,
        rowGap: v.rowGap ?? '',
        rows: Number(v.rows),
        columns: Number(v.columns),
      })}
      onClose={onClose}
    />
  );
}

export function ObstacleSheet({ wall, onClose }: { wall: WallModel; onClose: () => void }) {
  const faces = wall.plan.faces.map((face, i) => ({
    key: String(i),
    name: face.name || (wall.plan.faces.length === 1 ? 'the wall' : `face ${i + 1}`),
  }));
  return (
    <ActionSheet
      act="addObstacle"
      title="What is in the way"
      label="It is there"
      about={wall.id}
      asks={[
        { kind: 'choice', name: 'kind', label: 'What', options: options(OBSTACLES) },
        { kind: 'choice', name: 'face', label: 'On', options: faces },
        { kind: 'length', name: 'left', label: 'From the left corner', required: true },
        { kind: 'length', name: 'bottom', label: 'From the floor', required: true },
        { kind: 'length', name: 'width', label: 'Wide', required: true },
        { kind: 'length', name: 'height', label: 'High', required: true },
        {
          kind: 'length',
          name: 'depth',
          label: 'Deep, before the wall',
          hint: 'of a table, a shelf, a bin; empty: in the wall',
        },
      ]}
      first={{
        kind: (wall.kind === 'stall' ? 'table' : 'switch') as ObstacleKind as string,
        face: '0',
        left: null as Figure,
        bottom: 0 as Figure,
        width: null as Figure,
        height: null as Figure,
        depth: null as Figure,
      }}
      input={(v) => ({
        wallId: wall.id,
        kind: OBSTACLES.find((each) => each === v.kind) ?? 'other',
        face: Number(v.face),
        left: v.left ?? '',
        bottom: v.bottom ?? 0,
        width: v.width ?? '',
        height: v.height ?? '',
        depth: v.depth || 0,
      })}
      onClose={onClose}
    />
  );
}

export function LightSheet({
  wallId,
  light,
  onClose,
}: {
  wallId: string;
  light: WallLight | null;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="lightWall"
      title="Light on this wall"
      label="Keep it"
      about={wallId}
      asks={[
        {
          kind: 'number',
          name: 'lux',
          label: 'Light, lx',
          hint: 'measured at the wall; empty: not known',
          autoFocus: true,
        },
        { kind: 'number', name: 'hoursADay', label: 'Hours a day' },
        {
          kind: 'number',
          name: 'kelvin',
          label: 'Its colour, K',
          hint: 'on the lamp: 2700 warm, 5000 day',
        },
        { kind: 'tick', name: 'hasSun', label: 'The sun reaches it' },
      ]}
      first={{
        lux: (light?.lux ?? null) as Figure,
        hoursADay: (light?.hoursADay ?? 8) as Figure,
        kelvin: (light?.kelvin ?? 4_000) as Figure,
        hasSun: light?.hasSun ?? false,
      }}
      input={(v) => ({
        wallId,
        light:
          v.lux === null || v.lux === ''
            ? null
            : {
                lux: Number(v.lux),
                hoursADay: Number(v.hoursADay),
                kelvin: Number(v.kelvin),
                hasSun: v.hasSun,
              },
      })}
      onClose={onClose}
    />
  );
}
