export * from './patch-list';
export * from './lead-stock';
export * from './patch-import';
export { csvCell, printable, withPrintableNames } from './plain-text';
