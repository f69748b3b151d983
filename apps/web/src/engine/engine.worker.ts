import { expose } from 'comlink';
import { makeEngine } from './jobs';

// A message of the page gets in between two turns of the event loop.
expose(makeEngine(() => new Promise((resume) => setTimeout(resume))));
