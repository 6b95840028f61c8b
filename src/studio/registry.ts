import { InputError } from '@/core/errors';
import {
  perform,
  type Action,
  type ActionAnswer,
  type ActionResult,
  type AnswerOf,
  type InputOf,
  type RequestContext,
} from './action';
import * as checks from './capture/checkActions';
import * as equipment from './capture/equipmentActions';
import * as masters from './capture/masterActions';
import * as measure from './capture/measuringActions';
import * as preps from './capture/prepActions';
import * as care from './care/careActions';
import * as editions from './editions/editionActions';
import * as certificateActs from './editions/certificateActions';
import * as consignmentActs from './editions/consignmentActions';
import * as impressionActs from './editions/impressionActions';
import * as inspectionActs from './editions/inspectionActions';
import * as keeperActs from './editions/keeperActions';
import * as paperActs from './editions/paperActions';
import * as reservationActs from './editions/reservationActions';
import * as signingKeyActs from './editions/signingKeyActions';
import * as evidenceActs from './evidence/evidenceActions';
import * as formats from './formats/formatActions';
import * as mounting from './formats/mountActions';
import * as undoing from './history/undoActions';
import * as jobs from './jobs';
import * as layouts from './layouts/layoutActions';
import * as layoutPrinting from './layouts/layoutPrintActions';
import * as stockActs from './layouts/stockActions';
import * as printQueueActs from './layouts/printQueueActions';
import * as machineActs from './machines/machineActions';
import * as orderCases from './orders/caseActions';
import * as orderImports from './orders/importActions';
import * as orders from './orders/orderActions';
import * as parcels from './orders/parcelActions';
import * as post from './orders/postActions';
import * as runs from './orders/runActions';
import * as listingActs from './listings/listingActions';
import * as lots from './papers/lotActions';
import * as papers from './papers/paperActions';
import * as shelf from './orders/shelfActions';
import * as people from './people/personActions';
import * as noteActs from './notes/noteActions';
import * as price from './prices/priceActions';
import * as product from './prices/productActions';
import * as setActs from './prices/setActions';
import * as accounts from './sales/accountActions';
import * as attentionActs from './sales/attentionActions';
import * as causes from './sales/causeActions';
import * as channels from './sales/channelActions';
import * as goods from './sales/goodsActions';
import * as printFiles from './print-files/printFileActions';
import * as comparing from './proofs/comparisonActions';
import * as formulas from './proofs/passedFormulaActions';
import * as profileActs from './proofs/profileActions';
import * as proofs from './proofs/roundActions';
import * as proofSheets from './proofs/sheetActions';
import * as softProof from './proofs/softProofActions';
import * as routeActs from './routes/routeActions';
import * as beginning from './settings/beginActions';
import * as settings from './settings/settingActions';
import type { Studio } from './studio';
import * as buyerWallActs from './walls/buyerWallActions';
import * as weekActs from './week/weekActions';
import * as wallActs from './walls/wallActions';
import * as moves from './works/custodyActions';
import * as photographs from './works/photographActions';
import * as work from './works/workActions';

const modules = {
  care,
  checks,
  equipment,
  jobs,
  measure,
  preps,
  printFiles,
  editions,
  formats,
  masters,
  lots,
  layouts,
  layoutPrinting,
  stockActs,
  machineActs,
  mounting,
  moves,
  photographs,
  orderCases,
  orderImports,
  orders,
  papers,
  parcels,
  post,
  runs,
  routeActs,
  printQueueActs,
  proofs,
  comparing,
  formulas,
  certificateActs,
  consignmentActs,
  impressionActs,
  inspectionActs,
  keeperActs,
  paperActs,
  reservationActs,
  signingKeyActs,
  profileActs,
  proofSheets,
  softProof,
  work,
  price,
  product,
  setActs,
  accounts,
  attentionActs,
  evidenceActs,
  causes,
  channels,
  goods,
  beginning,
  settings,
  shelf,
  undoing,
  buyerWallActs,
  wallActs,
  weekActs,
  listingActs,
  people,
  noteActs,
};

type Declared<T> =
  T extends Action<infer N, infer I, infer R> ? { name: N; action: Action<N, I, R> } : never;
type All = {
  [M in keyof typeof modules]: Declared<(typeof modules)[M][keyof (typeof modules)[M]]>;
}[keyof typeof modules];

/** Every action by name, with the types of its input and its answer. */
export type Actions = { [D in All as D['name']]: D['action'] };
export type ActionName = keyof Actions;
export type ActionInput<N extends ActionName> = InputOf<Actions[N]>;
export type ActionAnswerOf<N extends ActionName> = AnswerOf<Actions[N]>;

/** Any action, once its name is no longer known to the compiler: its input is checked by its schema. */
export type AnyAction = Action<string, unknown, ActionResult>;

const isAction = (value: unknown): value is AnyAction =>
  typeof value === 'function' && 'actionName' in value && 'input' in value;

/** @throws Error when two actions bear one name */
export function registryOf(exports: Iterable<unknown>): ReadonlyMap<string, AnyAction> {
  const found = new Map<string, AnyAction>();
  for (const action of exports) {
    if (!isAction(action)) continue;
    if (found.has(action.actionName)) throw new Error(`Two actions are called ${action.actionName}.`);
    found.set(action.actionName, action);
  }
  return found;
}

/** Every action by name: what the interface, scripts and undo may ask for. */
export const ACTIONS = registryOf(
  Object.values(modules).flatMap((module) => Object.values(module as object)),
);

/**
 * Does an action by a name and an input that came from outside.
 *
 * @throws InputError for an unknown name or input that does not fit; RefusedError when the state of things does not allow it;
 * ChangedError when another window changed what it would overwrite
 */
export async function performByName(
  studio: Studio,
  name: string,
  input: unknown,
  request: RequestContext = {},
): Promise<ActionAnswer> {
  const found = ACTIONS.get(name);
  if (!found) throw new InputError('act', name, `one of ${[...ACTIONS.keys()].join(', ')}`);
  return perform(studio, found, input, request);
}
