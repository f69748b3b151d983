import { solverOf, type Solver } from '@diaphon/core';
import { expose } from 'comlink';
import wasm from 'highs/runtime?url&no-inline';
import { makeEngine } from './jobs';

let solver: Promise<Solver> | undefined;

/** 1.2 MB, loaded when gains are first to be solved. */
const loadSolver = (): Promise<Solver> =>
  (solver ??= import('highs').then(async ({ default: load }) =>
    solverOf(await load({ locateFile: () => wasm })),
  ));

// A message of the page gets in between two turns of the event loop.
expose(makeEngine(() => new Promise((resume) => setTimeout(resume)), { solver: loadSolver }));
