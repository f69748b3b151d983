#!/usr/bin/env node
import { program } from './program';

program(process.stdout, process.stderr)
  .parseAsync(process.argv)
  .then(() => undefined)
  .catch((error: unknown) => {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exitCode = 2;
  });
