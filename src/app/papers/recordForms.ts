import type { PaperModel, RouteModel, ServiceModel, SupplyModel } from '@/app/models';
import { formatPpiSteps } from '@/core/resolution';
import type { UnitSystem } from '@/core/measure';
import type { ActionInput } from '@/studio/registry';
import type { Ask } from '@/ui/form/fields';
import { PAPER_ASKS, ROUTE_ASKS, SERVICE_ASKS, SUPPLY_ASKS } from './asks';

/** A paper, a route, a supply or a carrier's service. */
export type RecordName = 'recordPaper' | 'recordRoute' | 'recordSupply' | 'recordService';
type Values<N extends RecordName> = Omit<ActionInput<N>, 'id'>;
/** Figures as they are known: a field nobody touches gives them back to the last micrometre. */
type Filled<N extends RecordName> = { [K in keyof Values<N>]: Values<N>[K] | string | null };

/** A form to open: what it asks, and what it is filled with. */
export type RecordForm<N extends RecordName = RecordName> = {
  act: N;
  title: string;
  id: string | null;
  asks: readonly Ask[];
  first: Filled<N>;
};

export function paperForm(paper: PaperModel | null): RecordForm<'recordPaper'> {
  return {
    act: 'recordPaper',
    title: paper?.name ?? 'A paper',
    id: paper?.id ?? null,
    asks: PAPER_ASKS,
    first: {
      name: paper?.name ?? '',
      base: paper?.base ?? 'cotton',
      surface: paper?.surface ?? 'matte',
      brightener: paper?.brightener ?? 'none',
      gsm: paper?.gsm ?? null,
      thickness: paper?.thicknessUm ?? null,
      dryHours: paper?.dryHours ?? 24,
      pricePerM2: paper?.pricePerM2Minor ?? null,
      sizes: paper?.sizes ?? '',
      permanence: paper?.permanence ?? '',
      mayRoll: paper?.mayRoll ?? true,
      scuffs: paper?.scuffs ?? false,
      notes: paper?.notes ?? '',
    },
  };
}

export function routeForm(route: RouteModel | null, unit: UnitSystem): RecordForm<'recordRoute'> {
  return {
    act: 'recordRoute',
    title: route?.name ?? 'A route',
    id: route?.id ?? null,
    asks: ROUTE_ASKS,
    first: {
      name: route?.name ?? '',
      kind: route?.kind ?? 'own printer',
      process: route?.process ?? 'pigment inkjet (giclée)',
      leadDays: route?.leadDays ?? 1,
      ppi: route ? formatPpiSteps(route.ppiSteps, unit) : '300',
      space: route?.space ?? 'opRGB',
      fileKinds: route?.fileKinds ?? 'TIFF',
      pricePerM2: route?.pricePerM2Minor ?? null,
      minimum: route?.minimumMinor ?? 0,
      addsBorder: route?.addsBorder ?? true,
      givesProofs: route?.givesProofs ?? true,
      notes: route?.notes ?? '',
    },
  };
}

export function supplyForm(supply: SupplyModel | null): RecordForm<'recordSupply'> {
  return {
    act: 'recordSupply',
    title: supply?.name ?? 'A supply',
    id: supply?.id ?? null,
    asks: SUPPLY_ASKS,
    first: {
      name: supply?.name ?? '',
      kind: supply?.kind ?? 'board',
      // Tape has no size, and most things have no window: those fields are empty.
      size: sidesOf(supply?.widthUm, supply?.heightUm),
      window: sidesOf(supply?.windowWidthUm, supply?.windowHeightUm),
      acidFree: saidOfAcid(supply?.acidFree ?? null),
      weight: supply?.weightMg ?? null,
      thickness: supply?.thicknessUm ?? null,
      packOf: supply?.packOf ?? null,
      onHand: supply?.onHand ?? 0,
      reorderAt: supply?.reorderAt ?? 0,
      price: supply?.priceMinor ?? null,
    },
  };
}

export function serviceForm(service: ServiceModel | null, today: string): RecordForm<'recordService'> {
  return {
    act: 'recordService',
    title: service ? `${service.carrier} ${service.name}` : 'A service',
    id: service?.id ?? null,
    asks: SERVICE_ASKS,
    first: {
      carrier: service?.carrier ?? '',
      name: service?.name ?? '',
      price: service?.priceMinor ?? null,
      readOn: service?.readOn ?? today,
      days: service?.days ?? 3,
      insured: service?.insuredMinor ?? 0,
      maxLength: service?.maxLengthUm ?? null,
      maxWeight: service?.maxWeightMg ?? null,
      tracked: service?.tracked ?? false,
    },
  };
}

const sidesOf = (width: number | null | undefined, height: number | null | undefined) =>
  width && height ? { width, height } : null;

function saidOfAcid(acidFree: boolean | null): 'yes' | 'no' | 'not said' {
  if (acidFree === null) return 'not said';
  return acidFree ? 'yes' : 'no';
}
