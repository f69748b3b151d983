export * from './patch-list';
export * from './lead-stock';
export * from './patch-import';
export { csvCell, csvText, sheetCsv, printable, withPrintableNames } from './plain-text';
export { wavOf } from './wav';
export { readStockCsv, type StockRead } from './stock-csv';
