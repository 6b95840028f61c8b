import {
  IMPRESSION_KINDS,
  IMPRESSION_STATES,
  type ImpressionKind,
  type ImpressionState,
} from '@/core/edition/impressionStates';
import type { SheetRow } from '@/store/editions';

/** A number of an edition as it is drawn, with the names of what it is and whom it is held for. */
export type SheetLine = {
  impression: {
    id: string;
    kind: ImpressionKind;
    number: number;
    state: ImpressionState;
    formatId: string | null;
    paperId: string | null;
    orderLineId: string | null;
    heldBack: boolean;
  };
  orderNumber: number | null;
  orderId: string | null;
  isReserved: boolean;
  hasCertificate: boolean;
};

/** A sheet on its way to the browser: a thousand of them are a page, so each is its values and no names. */
export type PackedSheet = [
  id: string,
  kind: number,
  number: number,
  state: number,
  formatId: string | null,
  paperId: string | null,
  orderLineId: string | null,
  orderNumber: number | null,
  orderId: string | null,
  marks: number,
];

const HELD = 1;
const RESERVED = 2;
const CERTIFIED = 4;

export const packSheet = (row: SheetRow): PackedSheet => [
  row.id,
  IMPRESSION_KINDS.indexOf(row.kind),
  row.number,
  IMPRESSION_STATES.indexOf(row.state),
  row.formatId,
  row.paperId,
  row.orderLineId,
  row.orderNumber,
  row.orderId,
  (row.heldBack ? HELD : 0) | (row.isReserved ? RESERVED : 0) | (row.hasCertificate ? CERTIFIED : 0),
];

export const unpackSheet = (packed: PackedSheet): SheetLine => ({
  impression: {
    id: packed[0],
    kind: IMPRESSION_KINDS[packed[1]]!,
    number: packed[2],
    state: IMPRESSION_STATES[packed[3]]!,
    formatId: packed[4],
    paperId: packed[5],
    orderLineId: packed[6],
    heldBack: (packed[9] & HELD) > 0,
  },
  orderNumber: packed[7],
  orderId: packed[8],
  isReserved: (packed[9] & RESERVED) > 0,
  hasCertificate: (packed[9] & CERTIFIED) > 0,
});
