export {
  runSheet,
  type HeldStep,
  type RunSheet,
  type RunSheetMade,
  type RunSheetOptions,
  type RunStep,
} from './run-sheet';
export type { Caution, CautionKind, PlugHand } from './words';
