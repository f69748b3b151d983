export * from './strand';
export * from './target';
