export * from './plan';
export type { Move } from './moves';
export type { Proof } from './work-out';
export { solverOf } from './highs';
export type { Optimum, Programme, Solver } from './linear';
export { helpsInSteps, type Help } from './helps';
export { gainSheet, gainSheetCsv, GAIN_SHEET_HEADINGS, type GainSheetRow } from './gain-sheet';
export { makeProgramme } from './linear';
export { fewest } from './clash';
