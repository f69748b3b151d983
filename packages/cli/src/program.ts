import { Command } from 'commander';
import { printable, withPrintableNames, type Rig } from '@diaphon/core';
import { checkReport, checkText, isClear } from './check';
import { convert, type ConvertOptions } from './convert';
import { gainsReport, gainsText, loadSolver, sheetOf } from './gains';
import { levelsReport, levelsText } from './levels';
import { readRigFile } from './read-file';
import { spillReport, spillText } from './spill';

interface Out {
  write: (text: string) => unknown;
}

/** The exit codes: part of the stable interface, see docs/cli.md. */
export const EXIT = { clear: 0, findings: 1, unreadable: 2 } as const;

/** Builds the command line. The exit code is left in `process.exitCode`. */
export const program = (out: Out, err: Out): Command => {
  const root = new Command('diaphon')
    .description('Checks the audio wiring of a studio described in a rig file.')
    .configureOutput({ writeOut: (text) => out.write(text), writeErr: (text) => err.write(text) })
    .exitOverride((error) => {
      process.exitCode = error.exitCode === 0 ? EXIT.clear : EXIT.unreadable;
      throw error;
    });

  const withRig = async (file: string, use: (rig: Rig) => void | Promise<void>) => {
    const read = await readRigFile(file);
    if (read.ok) {
      await use(read.rig);
      return;
    }
    for (const { where, found, expected, cure } of read.problems) {
      const words = `${where}: found ${found}; expected ${expected}. To mend: ${cure}.`;
      err.write(`${file}: ${printable(words)}\n`);
    }
    process.exitCode = EXIT.unreadable;
  };

  root
    .command('check')
    .description('what is wrong, why, with figures; exit code 1 when a danger or fault is found')
    .argument('<rig>', 'rig file (JSON)')
    .option('--json', 'print the findings as JSON')
    .action((file: string, options: { json?: boolean }) =>
      withRig(file, (rig) => {
        const report = checkReport(options.json ? rig : withPrintableNames(rig));
        out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : checkText(report));
        process.exitCode = isClear(report) ? EXIT.clear : EXIT.findings;
      }),
    );

  root
    .command('spill')
    .description('whose voice strays into whose microphone, for those whose place at the table is known')
    .argument('<rig>', 'rig file (JSON)')
    .option('--json', 'print them as JSON')
    .action((file: string, options: { json?: boolean }) =>
      withRig(file, (rig) => {
        const report = spillReport(options.json ? rig : withPrintableNames(rig));
        out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : spillText(report));
        process.exitCode = report.spills.some(({ isTooLoud }) => isTooLoud) ? EXIT.findings : EXIT.clear;
      }),
    );

  root
    .command('levels')
    .description('the level, noise, ceiling and headroom of every stage of every strand')
    .argument('<rig>', 'rig file (JSON)')
    .option('--json', 'print the strands as JSON')
    .action((file: string, options: { json?: boolean }) =>
      withRig(file, (rig) => {
        const report = levelsReport(options.json ? rig : withPrintableNames(rig));
        out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : levelsText(report));
        process.exitCode = EXIT.clear;
      }),
    );
  root
    .command('gains')
    .description('every gain, pad and fader solved at once; exit code 1 when not everything can be had')
    .argument('<rig>', 'rig file (JSON)')
    .option('--json', 'print the plan as JSON')
    .option('--set', 'print the rig with everything set so')
    .option('--sheet', 'print the gain sheet of the rig as it stands, as CSV')
    .action((file: string, options: { json?: boolean; set?: boolean; sheet?: boolean }) =>
      withRig(file, async (rig) => {
        if (options.sheet) {
          out.write(sheetOf(rig));
          process.exitCode = EXIT.clear;
          return;
        }
        const isData = options.json === true || options.set === true;
        const { set, ...report } = gainsReport(isData ? rig : withPrintableNames(rig), await loadSolver());
        out.write(
          options.set
            ? `${JSON.stringify(set, null, 2)}\n`
            : options.json
              ? `${JSON.stringify(report, null, 2)}\n`
              : gainsText(report),
        );
        process.exitCode = report.unmet.length === 0 ? EXIT.clear : EXIT.findings;
      }),
    );
  root
    .command('convert')
    .description('the rig’s circuit for another program')
    .argument('<rig>', 'rig file (JSON)')
    .requiredOption('--to <format>', 'spice')
    .option('--source <device:output>', 'one sound at 1 V instead of the DC supplies')
    .option('--hertz <number>', 'its frequency', '1000')
    .action((file: string, options: ConvertOptions) =>
      withRig(file, (rig) => {
        const converted = convert(withPrintableNames(rig), options);
        if (converted.ok) out.write(converted.text);
        else err.write(`${converted.error}\n`);
        process.exitCode = converted.ok ? EXIT.clear : EXIT.unreadable;
      }),
    );
  return root;
};
