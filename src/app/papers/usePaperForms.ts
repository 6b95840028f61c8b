'use client';
import type { PaperModel, RouteModel, ServiceModel, SupplyModel } from '@/app/models';
import { formatPpiSteps } from '@/core/resolution';

import { useUnits } from '@/ui/Units';
import { PAPER_ASKS, ROUTE_ASKS, SERVICE_ASKS, SUPPLY_ASKS } from './asks';
import { type Open } from './papersProps';

/** The sheets that record and change each kind of thing, filled with what is there. */
export function useForms(open: (o: Open) => void) {
  const units = useUnits();
  const { length, bareMoney, weight, size } = units;
  const today = units.today();
  return {
    paper: (p: PaperModel | null) =>
      open({
        act: 'recordPaper',
        title: p ? p.name : 'A paper',
        id: p?.id ?? null,
        asks: PAPER_ASKS,
        first: p
          ? {
              ...pick(
                p,
                'name',
                'base',
                'surface',
                'brightener',
                'sizes',
                'permanence',
                'notes',
                'mayRoll',
                'scuffs',
              ),
              gsm: String(p.gsm),
              thickness: `${p.thicknessUm / 1_000} mm`,
              dryHours: String(p.dryHours),
              pricePerM2: bareMoney(p.pricePerM2Minor),
            }
          : {
              name: '',
              base: 'cotton',
              surface: 'matte',
              gsm: '',
              thickness: '',
              brightener: 'none',
              dryHours: '24',
              pricePerM2: '',
              sizes: '',
              permanence: '',
              mayRoll: true,
              scuffs: false,
              notes: '',
            },
        exact: p ? { thickness: p.thicknessUm, pricePerM2: p.pricePerM2Minor } : {},
      }),
    route: (r: RouteModel | null) =>
      open({
        act: 'recordRoute',
        title: r ? r.name : 'A route',
        id: r?.id ?? null,
        asks: ROUTE_ASKS,
        first: r
          ? {
              ...pick(
                r,
                'name',
                'kind',
                'process',
                'space',
                'fileKinds',
                'notes',
                'addsBorder',
                'givesProofs',
              ),
              leadDays: String(r.leadDays),
              ppi: formatPpiSteps(r.ppiSteps, units.unit),
              pricePerM2: bareMoney(r.pricePerM2Minor),
              minimum: bareMoney(r.minimumMinor),
            }
          : {
              name: '',
              kind: 'own printer',
              process: 'pigment inkjet (giclée)',
              leadDays: '1',
              ppi: '300',
              space: 'opRGB',
              fileKinds: 'TIFF',
              pricePerM2: '',
              minimum: '0',
              addsBorder: true,
              givesProofs: true,
              notes: '',
            },
        exact: r ? { pricePerM2: r.pricePerM2Minor, minimum: r.minimumMinor } : {},
      }),
    supply: (s: SupplyModel | null) =>
      open({
        act: 'recordSupply',
        title: s ? s.name : 'A supply',
        id: s?.id ?? null,
        asks: SUPPLY_ASKS,
        first: s
          ? {
              name: s.name,
              kind: s.kind,
              size: s.widthUm ? size({ width: s.widthUm, height: s.heightUm }) : '',
              window:
                s.windowWidthUm && s.windowHeightUm
                  ? size({ width: s.windowWidthUm, height: s.windowHeightUm })
                  : '',
              acidFree: saidOfAcid(s.acidFree),
              weight: weight(s.weightMg),
              onHand: String(s.onHand),
              reorderAt: String(s.reorderAt),
              price: bareMoney(s.priceMinor),
            }
          : {
              name: '',
              kind: 'board',
              size: '',
              window: '',
              acidFree: 'not said',
              weight: '',
              onHand: '0',
              reorderAt: '0',
              price: '',
            },
        exact: s ? exactOfSupply(s) : {},
      }),
    service: (s: ServiceModel | null) =>
      open({
        act: 'recordService',
        title: s ? `${s.carrier} ${s.name}` : 'A service',
        id: s?.id ?? null,
        asks: SERVICE_ASKS,
        first: s
          ? {
              ...pick(s, 'carrier', 'name', 'readOn', 'tracked'),
              price: bareMoney(s.priceMinor),
              days: String(s.days),
              insured: bareMoney(s.insuredMinor),
              maxLength: length(s.maxLengthUm),
              maxWeight: weight(s.maxWeightMg),
            }
          : {
              carrier: '',
              name: '',
              price: '',
              readOn: today,
              days: '3',
              insured: '0',
              maxLength: '',
              maxWeight: '',
              tracked: false,
            },
        exact: s
          ? {
              price: s.priceMinor,
              insured: s.insuredMinor,
              maxLength: s.maxLengthUm,
              maxWeight: s.maxWeightMg,
            }
          : {},
      }),
  };
}

const pick = <T extends object, K extends keyof T>(from: T, ...keys: K[]): Pick<T, K> =>
  Object.fromEntries(keys.map((k) => [k, from[k]])) as Pick<T, K>;

/** Tape has no size, and most things have no window: those fields are empty. */
const exactOfSupply = (s: SupplyModel): Open['exact'] => ({
  weight: s.weightMg,
  price: s.priceMinor,
  ...(s.widthUm && { size: { width: s.widthUm, height: s.heightUm } }),
  ...(s.windowWidthUm &&
    s.windowHeightUm && { window: { width: s.windowWidthUm, height: s.windowHeightUm } }),
});

function saidOfAcid(acidFree: boolean | null): 'yes' | 'no' | 'not said' {
  if (acidFree === null) return 'not said';
  return acidFree ? 'yes' : 'no';
}
