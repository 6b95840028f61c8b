import { bordersOf, imageOf, type Borders } from '@/core/crop/border';
import type { CropPlace } from '@/core/crop/crop';
import type { Finish } from '@/core/crop/finish';
import type { Size } from '@/core/measure';
import type { Row, TableName } from '@/store/rows';
import type { LotOnHand } from '@/studio/papers/lots';

// What pages show of the records: made on the server, so that a view knows no table, and a column nobody looks at stays there.

declare const shown: unique symbol;
/** Only what was made here is a model: a record itself does not pass for one. */
type Shown<T> = T & { readonly [shown]: true };

/** A model that is some fields of a record. */
const fields =
  <T extends TableName>() =>
  <K extends keyof Row<T>>(...names: readonly K[]) =>
  (row: Pick<Row<T>, K>): Shown<Pick<Row<T>, K>> =>
    Object.fromEntries(names.map((name) => [name, row[name]])) as Shown<Pick<Row<T>, K>>;

/** A size of a work. */
export type FormatModel = {
  id: string;
  name: string;
  image: Size;
  borders: Borders;
  /** Nothing: the middle of the picture. */
  crop: CropPlace | null;
  finish: Finish | null;
};
export const formatModel = (row: Row<'formats'>): FormatModel => ({
  id: row.id,
  name: row.name,
  image: imageOf(row),
  borders: bordersOf(row),
  crop: row.crop,
  finish: row.finish,
});

export const masterModel = fields<'masters'>()(
  'id',
  'sha256',
  'fileName',
  'fileKind',
  'bytes',
  'widthPx',
  'heightPx',
  'bits',
  'channels',
  'alpha',
  'colour',
  'pages',
  'density',
  'densityUnit',
  'orientation',
  'compression',
  'profileLabel',
  'capturedAt',
  'method',
  'parentId',
  'derived',
  'detailShare',
  'measuredAt',
  'state',
  'trouble',
  'current',
  'receivedAt',
);
export type MasterModel = ReturnType<typeof masterModel>;

export const paperModel = fields<'papers'>()(
  'id',
  'name',
  'base',
  'surface',
  'gsm',
  'thicknessUm',
  'brightener',
  'mayRoll',
  'scuffs',
  'dryHours',
  'pricePerM2Minor',
  'sizes',
  'permanence',
  'discontinued',
  'supplierId',
  'sample',
  'sampleNotes',
  'gasOutHours',
  'storage',
  'notes',
);
export type PaperModel = ReturnType<typeof paperModel>;

/** A paper where one is only chosen: there may be hundreds. */
export const paperChoice = fields<'papers'>()('id', 'name', 'discontinued');
export type PaperChoice = ReturnType<typeof paperChoice>;

export const routeModel = fields<'routes'>()(
  'id',
  'name',
  'kind',
  'process',
  'leadDays',
  'ppiSteps',
  'space',
  'fileKinds',
  'addsBorder',
  'givesProofs',
  'pricePerM2Minor',
  'minimumMinor',
  'carriageMinor',
  'freeFromMinor',
  'setUpMinor',
  'bleedUm',
  'proofKinds',
  'proofMinor',
  'proofDays',
  'readOn',
  'notes',
);
export type RouteModel = ReturnType<typeof routeModel>;

export const serviceModel = fields<'services'>()(
  'id',
  'carrier',
  'name',
  'tracked',
  'insuredMinor',
  'days',
  'maxLengthUm',
  'maxWeightMg',
  'priceMinor',
  'readOn',
  'rates',
);
export type ServiceModel = ReturnType<typeof serviceModel>;

export const supplyModel = fields<'supplies'>()(
  'id',
  'name',
  'kind',
  'widthUm',
  'heightUm',
  'windowWidthUm',
  'windowHeightUm',
  'weightMg',
  'thicknessUm',
  'packOf',
  'acidFree',
  'onHand',
  'reorderAt',
  'priceMinor',
);
export type SupplyModel = ReturnType<typeof supplyModel>;

export const editionModel = fields<'editions'>()(
  'id',
  'workId',
  'kind',
  'name',
  'size',
  'proofs',
  'run',
  'formatId',
  'remake',
  'signing',
  'covers',
  'terms',
  'openedAt',
  'closedAt',
);
export type EditionModel = ReturnType<typeof editionModel>;

export const workModel = fields<'works'>()(
  'id',
  'title',
  'year',
  'medium',
  'kind',
  'widthUm',
  'heightUm',
  'owner',
  'soldPriceMinor',
  'drySince',
  'varnish',
  'surface',
  'smears',
  'mayPrint',
  'rights',
  'signature',
  'series',
  'aim',
  'notes',
  'archivedAt',
);
export type WorkModel = ReturnType<typeof workModel>;

export const mountModel = fields<'mounts'>()('id', 'formatId', 'kind', 'plan', 'changedAt');
export type MountModel = ReturnType<typeof mountModel>;

export const cutterModel = fields<'cutters'>()(
  'id',
  'name',
  'toleranceSheetUm',
  'toleranceImageUm',
  'toleranceWindowUm',
  'placingUm',
  'readOn',
  'notes',
);
export type CutterModel = ReturnType<typeof cutterModel>;

export const machineModel = fields<'machines'>()(
  'id',
  'name',
  'widthUm',
  'feeds',
  'inks',
  'boughtOn',
  'outlayMinor',
  'lifeHours',
  'warrantyUntil',
  'chargingMl',
  'deliveryDays',
  'notes',
);
export type MachineModel = ReturnType<typeof machineModel>;

export const machineEntryModel = fields<'machineLog'>()('id', 'day', 'kind', 'says', 'costMinor');
export type MachineEntryModel = ReturnType<typeof machineEntryModel>;

export const supplierModel = fields<'suppliers'>()(
  'id',
  'name',
  'deliveryDays',
  'carriageMinor',
  'freeFromMinor',
  'cutoffMinute',
  'notes',
);
export type SupplierModel = ReturnType<typeof supplierModel>;

export const moveModel = fields<'originalMoves'>()(
  'id',
  'leftOn',
  'who',
  'place',
  'why',
  'conditionOut',
  'dueOn',
  'backOn',
  'conditionBack',
);
export type MoveModel = ReturnType<typeof moveModel>;

export const photographModel = fields<'photographs'>()(
  'id',
  'sha256',
  'fileName',
  'shows',
  'words',
  'takenOn',
);
export type PhotographModel = ReturnType<typeof photographModel>;

export const wallModel = fields<'walls'>()('id', 'name', 'kind', 'plan', 'changedAt');
export type WallModel = ReturnType<typeof wallModel>;
export const buyerWallModel = fields<'buyerWalls'>()(
  'id',
  'name',
  'sha256',
  'fileName',
  'widthPx',
  'heightPx',
  'hung',
);
export type BuyerWallModel = ReturnType<typeof buyerWallModel>;

export const proofModel = fields<'proofs'>()(
  'id',
  'round',
  'kind',
  'state',
  'reference',
  'changed',
  'askedAt',
  'judgedAt',
  'light',
  'distanceUm',
  'words',
  'costMinor',
  'changes',
  'adjust',
  'plan',
  'printFileSha',
  'fileName',
  'place',
  'driedHours',
  'photoSha',
  'client',
);
export type ProofModel = ReturnType<typeof proofModel>;

export const goodsModel = fields<'goods'>()(
  'id',
  'name',
  'kind',
  'costMinor',
  'priceMinor',
  'onHand',
  'weightMg',
  'thicknessUm',
  'notes',
);
export type GoodsModel = ReturnType<typeof goodsModel>;

export const accountModel = fields<'jobAccounts'>()(
  'id',
  'name',
  'workId',
  'client',
  'agreedMinor',
  'openedOn',
  'closedAt',
  'notes',
);
export type AccountModel = ReturnType<typeof accountModel>;

export const entryModel = fields<'accountEntries'>()(
  'id',
  'kind',
  'says',
  'who',
  'notedOn',
  'sumMinor',
  'minutes',
);
export type EntryModel = ReturnType<typeof entryModel>;

export const layoutModel = fields<'layouts'>()(
  'id',
  'name',
  'kind',
  'paperId',
  'widthUm',
  'heightUm',
  'marginUm',
  'pieces',
  'placements',
  'lengthUm',
  'state',
  'printedAt',
);
export type LayoutModel = ReturnType<typeof layoutModel>;

export const settingsModel = fields<'studio'>()(
  'name',
  'artist',
  'address',
  'unit',
  'currency',
  'timeZone',
  'school',
  'families',
  'finePrint',
  'ownSizes',
  'handlingDays',
  'workdays',
  'holidays',
  'remake',
  'runSchool',
  'borderUm',
  'screen',
  'proofLimits',
  'referenceDays',
);
export type SettingsModel = ReturnType<typeof settingsModel>;

export const profileModel = fields<'profiles'>()(
  'id',
  'fileName',
  'setting',
  'facts',
  'gamut',
  'notes',
  'receivedAt',
  'archivedAt',
  'sha256',
);
export type ProfileModel = ReturnType<typeof profileModel>;

export const orderModel = fields<'orders'>()(
  'id',
  'number',
  'state',
  'orderedOn',
  'shipBy',
  'carriageMinor',
  'paidAt',
  'message',
  'wantsSignature',
  'kind',
  'plannedOn',
  'notBeforeOn',
  'giftNote',
  'discountMinor',
  'discountWhy',
  'source',
  'sourceRef',
  'needsTracked',
  'insureMinor',
  'needsDays',
  'partOfId',
  'accountId',
  'promise',
  'notes',
);
export type OrderModel = ReturnType<typeof orderModel>;

export const orderLineModel = fields<'orderLines'>()('id', 'quantity', 'priceMinor', 'productId');

/** Who a parcel goes to: what stands on its label, and how they like to be called. */
export const receiverModel = fields<'buyers'>()('id', 'name', 'preferredName', 'address', 'country');

export const parcelModel = fields<'parcels'>()(
  'form',
  'lengthUm',
  'widthUm',
  'heightUm',
  'expectedMg',
  'scaleMg',
  'scaleBy',
  'layers',
  'without',
  'weather',
  'tickedFirst',
  'tickedAtPacking',
  'runId',
  'labelledAt',
  'postageMinor',
  'stampsUsed',
  'overrideReason',
  'sealedAt',
  'serviceId',
  'tracking',
  'dispatchedAt',
);

export const orderGoodsModel = fields<'orderGoods'>()('id', 'goodsId', 'quantity', 'priceMinor');
export const stageModel = fields<'orderStages'>()(
  'id',
  'name',
  'dueOn',
  'amountMinor',
  'doneAt',
  'paidAt',
);
export const caseModel = fields<'orderCases'>()(
  'id',
  'kind',
  'state',
  'openedOn',
  'deadlineOn',
  'condition',
  'says',
  'claimMinor',
  'gotMinor',
  'refundMinor',
  'closedOn',
);
export type CaseModel = ReturnType<typeof caseModel>;
export const handoverModel = fields<'handovers'>()(
  'id',
  'at',
  'fromWhom',
  'toWhom',
  'condition',
  'bears',
  'photos',
);
export const stampModel = fields<'stamps'>()('id', 'name', 'valueMinor', 'permanent', 'readOn', 'onHand');
export type StampModel = ReturnType<typeof stampModel>;
export const insertModel = fields<'inserts'>()(
  'id',
  'name',
  'rule',
  'supplyId',
  'goodsId',
  'weightMg',
  'thicknessUm',
);
export type InsertModel = ReturnType<typeof insertModel>;
export const craftspersonModel = fields<'craftspeople'>()(
  'id',
  'name',
  'craft',
  'place',
  'country',
  'contact',
  'priceMinor',
  'days',
  'notes',
);
export type CraftspersonModel = ReturnType<typeof craftspersonModel>;

export const journalLineModel = fields<'journal'>()('id', 'at', 'who', 'says', 'subject', 'subjectId');
export type JournalLineModel = ReturnType<typeof journalLineModel>;

export const priceLineModel = fields<'routePrices'>()(
  'id',
  'widthUm',
  'heightUm',
  'paper',
  'fromQuantity',
  'priceMinor',
);
export type PriceLineModel = ReturnType<typeof priceLineModel>;

export const quoteModel = fields<'quotes'>()('id', 'says', 'keptOn');
export type QuoteModel = ReturnType<typeof quoteModel>;

export const sentJobModel = fields<'sentJobs'>()(
  'id',
  'routeId',
  'lines',
  'totalMinor',
  'sentOn',
  'expectedOn',
  'backOn',
  'inspection',
);
export type SentJobModel = ReturnType<typeof sentJobModel>;

/** A lot, and what is left of it. */
export type LotModel = LotOnHand & { readonly [shown]: true };
export const lotModel = ({
  id,
  paperId,
  name,
  form,
  widthUm,
  heightUm,
  priceMinor,
  receivedOn,
  onHand,
  received,
}: LotOnHand): LotModel =>
  ({ id, paperId, name, form, widthUm, heightUm, priceMinor, receivedOn, onHand, received }) as LotModel;
