import type { Care } from '@/core/care';
import type { CaptureCheck, Derived } from '@/core/capture/checks';
import type { Equipment } from '@/core/capture/equipment';
import type { Readings } from '@/core/capture/readings';
import type { Adjustment } from '@/core/colour/adjust';
import type { GamutFacts } from '@/core/colour/gamut';
import type { InkModel } from '@/core/colour/inks';
import type { IntentAdvice } from '@/core/colour/intentAdvice';
import type { GamutStatistics } from '@/core/colour/outOfGamut';
import type { ProfileFacts } from '@/core/colour/profileFacts';
import type { Screen } from '@/core/colour/screen';
import type { CropPlace } from '@/core/crop/crop';
import type { Finish } from '@/core/crop/finish';
import type { DeclaredProofs } from '@/core/edition/declare';
import type { Mark } from '@/core/finding';
import type { MountPlan } from '@/core/mounting/mount';
import type { ParcelPart } from '@/core/parcel/pack';
import type { PriceQuestion } from '@/core/price/solve';
import type { FileCheck, PrintSpec } from '@/core/printfile/spec';
import type { PrepStep } from '@/core/printfile/steps';
import type { ComparedBody, Limits } from '@/core/proof/compare';
import type { Inspected } from '@/core/proof/inspection';
import type { ProofPlan } from '@/core/proof/plan';
import type { ClientAnswer, Formula } from '@/core/proof/proofStates';
import type { FamilyName, School } from '@/core/resolution';
import type { Laid, LaidPiece } from '@/core/sheets/pieces';
import type { FinePrint } from '@/core/stock/finePrint';

/**
 * What a JSON column can hold, by name. `npm run shapes` makes the schemas of `documents.schema.json` from these types, which
 * `documents.ts` checks by: the types are the one place where a shape is written down.
 */
export interface Documents {
  address: string[];
  adjustment: Adjustment;
  captureCheck: CaptureCheck;
  captures: { sha256: string; fileName: string }[];
  care: Care;
  cartridges: { colour: string; ml: number; priceMinor: number }[];
  clientAnswer: ClientAnswer;
  comparison: ComparedBody;
  crop: CropPlace;
  declaredProofs: DeclaredProofs;
  derived: Derived;
  equipment: Equipment;
  families: FamilyName[];
  fileCheck: FileCheck;
  finePrint: FinePrint;
  finish: Finish;
  formula: Formula;
  gamutFacts: GamutFacts;
  gamutStatistics: GamutStatistics;
  gravestFinding: { verdict: Mark; says: string };
  holidays: string[];
  impressionIds: string[];
  inkModel: InkModel;
  inkWeights: Record<string, number>;
  inspected: Inspected;
  intentAdvice: IntentAdvice;
  laid: Laid[];
  laidPieces: LaidPiece[];
  limits: Limits;
  mountPlan: MountPlan;
  ownSizes: { width: number; height: number }[];
  parcelParts: ParcelPart[];
  ppiSteps: { upTo?: number; ppi: number }[];
  prepSteps: PrepStep[];
  priceQuestion: PriceQuestion;
  printSpec: PrintSpec;
  profileFacts: ProfileFacts;
  proofChanges: string[];
  proofPlan: ProofPlan;
  readings: Readings;
  school: School;
  screen: Screen;
  sentLines: { formatId: string; says: string; quantity: number }[];
  workdays: number[];
}
