import {
  caseModel,
  craftspersonModel,
  formatModel,
  handoverModel,
  journalLineModel,
  orderGoodsModel,
  orderLineModel,
  orderModel,
  parcelModel,
  receiverModel,
  serviceModel,
  stageModel,
} from '@/app/models';
import type { PackingTable } from '@/studio/orders/packingTable';

/** The packing table as its page shows it: what was worked out as it is, and of the records what is looked at. */
export const packingModel = ({
  order,
  buyer,
  lines,
  parcel,
  history,
  services,
  goods,
  stages,
  cases,
  pictures,
  handovers,
  parts,
  helpers,
  buyerOrders,
  ...worked
}: PackingTable) => ({
  ...worked,
  goods: goods.map(({ line, goods: g }) => ({
    ...orderGoodsModel(line),
    name: g.name,
    onHand: g.onHand,
    costMinor: g.costMinor,
  })),
  stages: stages.map(stageModel),
  cases: cases.map(caseModel),
  pictures,
  handovers: handovers.map(handoverModel),
  parts: parts.map(({ id, number, state, kind }) => ({ id, number, state, kind })),
  helpers: helpers.map(craftspersonModel),
  order: orderModel(order),
  buyer: { ...receiverModel(buyer), orders: buyerOrders },
  parcel: parcel && parcelModel(parcel),
  lines: lines.map(({ line, format, title, workId, sha256, setName }) => ({
    line: orderLineModel(line),
    format: formatModel(format),
    title,
    workId,
    sha256,
    setName,
  })),
  history: history.map(journalLineModel),
  services: services.map(({ service, fit, price, days }) => ({
    service: serviceModel(service),
    fit,
    price,
    days,
  })),
});

export type PackingModel = ReturnType<typeof packingModel>;
