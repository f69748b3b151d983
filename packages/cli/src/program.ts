import { Command } from 'commander';
import { printable, withPrintableNames, type Rig } from '@diaphon/core';
import { alignFiles, alignText } from './align';
import { checkReport, checkText, isClear, mendFinding } from './check';
import { convert, type ConvertOptions } from './convert';
import { proposeReport, proposeText } from './propose';
import { testCallReport, testCallText } from './test-call';
import { feedsReport, feedsText, isWrong } from './feeds';
import { gainsReport, gainsText, loadSolver, sheetOf } from './gains';
import { levelsReport, levelsText } from './levels';
import {
  isAsPlanned,
  isBroken,
  linesText,
  measureFile,
  measureReport,
  measureText,
  type MeasuredFile,
} from './measure';
import { CannotWrite, readRigFile, writeRig } from './read-file';
import { parseFault, renderText, renderTracks, secondsOf } from './render';
import { runSheetReport, runSheetText, type RunSheetFlags } from './runsheet';
import { spillReport, spillText } from './spill';
import { isWired, piecesReport, piecesText, readStockFile, wireReport, wireText } from './wire';

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
      try {
        await use(read.rig);
      } catch (error) {
        if (!(error instanceof CannotWrite)) throw error;
        err.write(`${printable(error.message)}\n`);
        process.exitCode = EXIT.unreadable;
      }
      return;
    }
    for (const { where, found, expected, cure } of read.problems) {
      const words = `${where}: found ${found}; expected ${expected}. To mend: ${cure}.`;
      err.write(`${file}: ${printable(words)}\n`);
    }
    process.exitCode = EXIT.unreadable;
  };

  /** A command that prints what it reads in a rig, as text or as JSON. */
  const reading = <Report>(
    name: string,
    description: string,
    printed: string,
    report: (rig: Rig) => Report,
    text: (report: Report) => string,
    isFine: (report: Report) => boolean = () => true,
  ) =>
    root
      .command(name)
      .description(description)
      .argument('<rig>', 'rig file (JSON)')
      .option('--json', `print ${printed} as JSON`)
      .action((file: string, options: { json?: boolean }) =>
        withRig(file, (rig) => {
          const read = report(options.json ? rig : withPrintableNames(rig));
          out.write(options.json ? `${JSON.stringify(read, null, 2)}\n` : text(read));
          process.exitCode = isFine(read) ? EXIT.clear : EXIT.findings;
        }),
      );

  root
    .command('check')
    .description('what is wrong, why, with figures; exit code 1 when a danger or fault is found')
    .argument('<rigs...>', 'rig files (JSON)')
    .option('--json', 'print the findings as JSON: of several files one report a line')
    .option('--fix <finding>', 'the fixes of one finding alone, by its code or id')
    .option('--out <file>', 'with --fix: do what its first fix says, and write the rig as it is then')
    .action(async (files: string[], options: { json?: boolean; fix?: string; out?: string }) => {
      if (options.out !== undefined && (options.fix === undefined || files.length > 1)) {
        err.write('--out takes one rig and --fix with the code or id of a finding.\n');
        process.exitCode = EXIT.unreadable;
        return;
      }
      let worst: number = EXIT.clear;
      for (const file of files) {
        process.exitCode = EXIT.clear;
        await withRig(file, async (given) => {
          const rig = options.json || options.out ? given : withPrintableNames(given);
          const mended = options.out === undefined ? undefined : mendFinding(rig, options.fix!);
          if (mended && !mended.done) {
            err.write(`${file}: nothing mends “${printable(options.fix!)}”, or it is not found there.\n`);
            process.exitCode = EXIT.findings;
            return;
          }
          if (mended) await writeRig(options.out!, mended.set);
          const report = checkReport(mended?.set ?? rig, mended ? undefined : options.fix);
          if (!options.json) out.write(`${mended ? `Done: ${mended.done}\n\n` : ''}${checkText(report)}`);
          else out.write(`${JSON.stringify(report, null, files.length > 1 ? 0 : 2)}\n`);
          process.exitCode = isClear(report) ? EXIT.clear : EXIT.findings;
        });
        worst = Math.max(worst, Number(process.exitCode));
      }
      process.exitCode = worst;
    });
  reading(
    'feeds',
    'who hears what, how late, and what is missing; exit code 1 when something is not as it should be',
    'them',
    feedsReport,
    feedsText,
    ({ feeds }) => !feeds.some(isWrong),
  );
  reading(
    'test-call',
    'the script of a test call: what to say, which meters move and which stay still, what to ask',
    'it',
    testCallReport,
    testCallText,
    ({ steps }) => steps.every(({ questions }) => questions.every(({ isWrong }) => !isWrong)),
  );
  reading(
    'spill',
    'whose voice strays into whose microphone, for those whose place at the table is known',
    'them',
    spillReport,
    spillText,
    ({ spills }) => !spills.some(({ isTooLoud }) => isTooLoud),
  );
  reading(
    'levels',
    'the level, noise, ceiling and headroom of every stage of every strand',
    'the strands',
    levelsReport,
    levelsText,
  );
  root
    .command('measure')
    .description(
      'what sound files are like: levels, loudness, noise, hum; exit code 1 when a channel clips, drops out or jumps',
    )
    .argument('<files...>', 'WAV files')
    .option('--rig <rig>', 'hold them against the plan of a rig, channel by channel')
    .option('--json', 'print the figures as JSON')
    .action(async (files: string[], options: { rig?: string; json?: boolean }) => {
      const measured: Extract<MeasuredFile, { ok: true }>[] = [];
      let code: number = EXIT.clear;
      for (const path of files) {
        const one = await measureFile(path);
        if (!one.ok) {
          err.write(`${printable(one.words)}\n`);
          code = EXIT.unreadable;
          continue;
        }
        measured.push(one);
        if (isBroken(one.file)) code = Math.max(code, EXIT.findings);
        if (!options.json) out.write(`${measureText({ ...one.file, file: printable(one.file.file) })}\n`);
      }
      const tell = (rig?: Rig) => {
        const report = measureReport(measured, rig);
        if (!isAsPlanned(report)) code = Math.max(code, EXIT.findings);
        out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : linesText(report));
        process.exitCode = code;
      };
      if (options.rig === undefined) tell();
      else await withRig(options.rig, (rig) => tell(options.json ? rig : withPrintableNames(rig)));
    });
  root
    .command('align')
    .description(
      'how much later the same moment is in the second of two sound files, and how their clocks drift; exit code 1 when they are not in step',
    )
    .argument('<first>', 'WAV file')
    .argument('<second>', 'WAV file')
    .option('--json', 'print it as JSON')
    .action(async (first: string, second: string, options: { json?: boolean }) => {
      const found = await alignFiles(first, second);
      if (!found.ok) {
        err.write(`${printable(found.words)}\n`);
        process.exitCode = EXIT.unreadable;
        return;
      }
      out.write(options.json ? `${JSON.stringify(found.report, null, 2)}\n` : alignText(found.report));
      process.exitCode = found.report.verdict === 'in step' ? EXIT.clear : EXIT.findings;
    });
  root
    .command('render')
    .description(
      'every track as sound, one WAV file each: everyone speaks, with noise, hum, spill and delays',
    )
    .argument('<rig>', 'rig file (JSON)')
    .requiredOption('--out <folder>', 'where the files go')
    .option('--seconds <n>', 'how long each is', '30')
    .option(
      '--fault <fault>',
      'with a fault: open:LEAD:WIRE, swapped:LEAD:A:B, shorted:LEAD:A:B, dead:DEVICE, noisy:DEVICE:DB',
    )
    .option('--json', 'print what was written as JSON')
    .action((file: string, options: { out: string; seconds: string; fault?: string; json?: boolean }) =>
      withRig(file, async (rig) => {
        const seconds = secondsOf(options.seconds);
        const parsed = options.fault === undefined ? undefined : parseFault(rig, options.fault);
        const wrong =
          seconds === undefined
            ? `--seconds ${options.seconds}: say a length above 0 and up to an hour.`
            : parsed && !parsed.ok
              ? parsed.words
              : undefined;
        if (seconds === undefined || wrong !== undefined) {
          err.write(`${printable(wrong!)}\n`);
          process.exitCode = EXIT.unreadable;
          return;
        }
        const faults = parsed?.ok ? [parsed.fault] : [];
        const report = await renderTracks(rig, { folder: options.out, seconds, faults });
        out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : renderText(report));
        process.exitCode = EXIT.clear;
      }),
    );
  root
    .command('gains')
    .description('every gain, pad and fader solved at once; exit code 1 when not everything can be had')
    .argument('<rig>', 'rig file (JSON)')
    .option('--json', 'print the plan as JSON')
    .option('--set', 'print the rig with everything set so')
    .option('--out <file>', 'write the rig with everything set so')
    .option('--sheet', 'print the gain sheet of the rig as it stands, as CSV')
    .action((file: string, options: { json?: boolean; set?: boolean; sheet?: boolean; out?: string }) =>
      withRig(file, async (rig) => {
        if (options.sheet) {
          out.write(sheetOf(rig));
          process.exitCode = EXIT.clear;
          return;
        }
        const isData = options.json === true || options.set === true || options.out !== undefined;
        const { set, ...report } = gainsReport(isData ? rig : withPrintableNames(rig), await loadSolver());
        if (options.out !== undefined) await writeRig(options.out, set);
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
    .command('propose')
    .description(
      'the fewest changes by which everyone hears what is meant; exit code 1 when not all can be had',
    )
    .argument('<rig>', 'rig file (JSON)')
    .option('--json', 'print the proposal as JSON')
    .option('--set', 'print the rig with the first way taken')
    .option('--out <file>', 'write the rig with the first way taken')
    .action((file: string, options: { json?: boolean; set?: boolean; out?: string }) =>
      withRig(file, async (rig) => {
        const isData = options.json === true || options.set === true || options.out !== undefined;
        const { set, report } = proposeReport(isData ? rig : withPrintableNames(rig), await loadSolver());
        if (options.out !== undefined) await writeRig(options.out, set);
        const isJson = options.json === true || options.set === true;
        out.write(isJson ? `${JSON.stringify(options.set ? set : report, null, 2)}\n` : proposeText(report));
        process.exitCode = report.unmet.length === 0 ? EXIT.clear : EXIT.findings;
      }),
    );
  root
    .command('wire')
    .description(
      'loose pieces joined and set, so that everything gets where it should; exit code 1 when not all can be had',
    )
    .argument('<rig>', 'rig file (JSON)')
    .option('--own <leads>', 'leads that are there, as CSV: kind,lengthM,count; the fewest are bought')
    .option('--keep', 'what is plugged already stays')
    .option('--json', 'print it as JSON')
    .option('--out <file>', 'write the rig as it is then')
    .action((file: string, options: { own?: string; keep?: boolean; json?: boolean; out?: string }) =>
      withRig(file, async (rig) => {
        const owned = options.own === undefined ? undefined : await readStockFile(options.own);
        if (owned && !owned.ok) {
          err.write(`${printable(owned.words)}\n`);
          process.exitCode = EXIT.unreadable;
          return;
        }
        const isData = options.json === true || options.out !== undefined;
        const { set, report } = wireReport(isData ? rig : withPrintableNames(rig), await loadSolver(), {
          keep: options.keep === true,
          ...(owned ? { stock: owned.rows } : {}),
        });
        if (options.out !== undefined) await writeRig(options.out, set);
        out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : wireText(report));
        process.exitCode = isWired(report) ? EXIT.clear : EXIT.findings;
      }),
    );
  root
    .command('pieces')
    .description('a rig of loose pieces from a parts list; exit code 1 when not all of it was understood')
    .argument('<text>', 'what is on the table: "2 condenser mics, small mixer with usb, laptop"')
    .requiredOption('--out <rig>', 'write the rig')
    .option('--name <name>', 'what the rig is called', 'New rig')
    .option('--json', 'print what was understood as JSON')
    .action(async (text: string, options: { out: string; name: string; json?: boolean }) => {
      const { set, report } = piecesReport(text, printable(options.name));
      try {
        await writeRig(options.out, set);
      } catch (error) {
        if (!(error instanceof CannotWrite)) throw error;
        err.write(`${printable(error.message)}\n`);
        process.exitCode = EXIT.unreadable;
        return;
      }
      out.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : piecesText(set, report));
      process.exitCode = report.unknown.length === 0 ? EXIT.clear : EXIT.findings;
    });
  root
    .command('runsheet')
    .description(
      'the safe order of setting a rig up, taking it down, or turning what stands into it; exit code 1 when steps are held back',
    )
    .argument('<rig>', 'rig file (JSON)')
    .option('--from <rig>', 'what stands already')
    .option('--strike', 'take it down')
    .option('--people <n>', 'how many hands', '1')
    .option('--after <n>', 'with --out: the rig as it stands after a step; 0: before any')
    .option('--out <file>', 'where that rig goes')
    .option('--json', 'print the sheet as JSON')
    .action((file: string, options: RunSheetFlags & { from?: string }) =>
      withRig(file, async (rig) => {
        const tell = async (from?: Rig) => {
          const made = runSheetReport(rig, options, from);
          if (!made.ok) {
            err.write(`${printable(made.words)}\n`);
            process.exitCode = EXIT.unreadable;
            return;
          }
          if (made.written) await writeRig(options.out!, made.written);
          out.write(options.json ? `${JSON.stringify(made.report, null, 2)}\n` : runSheetText(made.report));
          process.exitCode = made.report.held.length === 0 ? EXIT.clear : EXIT.findings;
        };
        if (options.from === undefined) await tell();
        else await withRig(options.from, tell);
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
