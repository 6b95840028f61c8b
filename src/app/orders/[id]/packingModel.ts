import {
  formatModel,
  journalLineModel,
  orderLineModel,
  orderModel,
  parcelModel,
  receiverModel,
  serviceModel,
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
  ...worked
}: PackingTable) => ({
  ...worked,
  order: orderModel(order),
  buyer: receiverModel(buyer),
  parcel: parcel && parcelModel(parcel),
  lines: lines.map(({ line, format, title, workId, sha256 }) => ({
    line: orderLineModel(line),
    format: formatModel(format),
    title,
    workId,
    sha256,
  })),
  history: history.map(journalLineModel),
  services: services.map(({ service, fit }) => ({ service: serviceModel(service), fit })),
});

export type PackingModel = ReturnType<typeof packingModel>;
