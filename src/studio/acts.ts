import { InputError } from '@/core/errors';
import { perform, type Act, type ActAnswer, type Asking } from './act';
import * as care from './care';
import * as checks from './checkCapture';
import * as editions from './editions';
import * as equipment from './equipment';
import * as formats from './formats';
import * as jobs from './jobs';
import * as masters from './masters';
import * as measure from './measureMaster';
import * as lots from './lots';
import * as layouts from './layouts';
import * as machineActs from './machines';
import * as mounting from './mounting';
import * as moves from './originalMoves';
import * as orders from './orders';
import * as paperDesk from './paperDesk';
import * as parcels from './parcels';
import * as preps from './preps';
import * as printFiles from './printFiles';
import * as printQueueActs from './printQueue';
import * as comparing from './comparing';
import * as formulas from './formulas';
import * as inspectionActs from './inspections';
import * as profileActs from './profiles';
import * as proofSheets from './proofSheets';
import * as softProof from './softProof';
import * as proofs from './proofs';
import * as routeActs from './routes';
import * as work from './recordWork';
import * as price from './setPrice';
import * as settings from './settings';
import * as stock from './stock';
import type { Studio } from './studio';
import * as undoing from './undo';

const everything: Record<string, unknown> = {
  ...care,
  ...checks,
  ...equipment,
  ...jobs,
  ...measure,
  ...preps,
  ...printFiles,
  ...editions,
  ...formats,
  ...masters,
  ...lots,
  ...layouts,
  ...machineActs,
  ...mounting,
  ...moves,
  ...orders,
  ...paperDesk,
  ...parcels,
  ...routeActs,
  ...printQueueActs,
  ...proofs,
  ...comparing,
  ...formulas,
  ...inspectionActs,
  ...profileActs,
  ...proofSheets,
  ...softProof,
  ...work,
  ...price,
  ...settings,
  ...stock,
  ...undoing,
};

/** Every act by name: what the interface, scripts and undo may ask for. A function without a schema is not an act. */
export const ACTS: ReadonlyMap<string, Act> = new Map(
  Object.entries(everything).filter(
    (e): e is [string, Act] => typeof e[1] === 'function' && 'schema' in e[1] && 'run' in e[1],
  ),
);

/**
 * Does an act by name.
 *
 * @throws InputError for an unknown name or input; RefusedError when the state of things does not allow it; ChangedError when
 * another window changed what it would overwrite
 */
export async function doAct(
  studio: Studio,
  name: string,
  input: unknown,
  asking: Asking = {},
): Promise<ActAnswer> {
  const found = ACTS.get(name);
  if (!found) throw new InputError('act', name, `one of ${[...ACTS.keys()].join(', ')}`);
  return perform(studio, name, found, input, asking);
}
