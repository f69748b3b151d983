/**
 * Which mutants compile: what the types refuse never gets as far as a test, and is no mutant; nor is what nothing can tell
 * (`limits.mjs`). Mutants of files that do not take from one another are looked at together, as a program anew for each of some
 * thousand would take hours.
 */
import { resolve } from 'node:path';
import { declareFactoryPlugin, PluginKind } from '@stryker-mutator/api/plugin';
import ts from 'typescript';
import { onlyMovesLimit } from './limits.mjs';

const CONFIG = resolve('packages/core/tsconfig.json');
/** A mutant may leave unused what it does without. */
const LENIENT = {
  ...{ noUnusedLocals: false, noUnusedParameters: false, allowUnreachableCode: true },
  ...{ composite: false, declaration: false },
};

/** The engine with some of its files in other words. */
class MutableProgram {
  #files = ts.getParsedCommandLineOfConfigFile(CONFIG, LENIENT, {
    ...ts.sys,
    onUnRecoverableConfigFileDiagnostic: ({ messageText }) => {
      throw new Error(String(messageText));
    },
  });
  #texts = new Map();
  #version = 0;
  #service = ts.createLanguageService({
    ...ts.sys,
    getScriptFileNames: () => this.#files.fileNames,
    getScriptVersion: (file) => this.#texts.get(file)?.version ?? '0',
    getScriptSnapshot: (file) => {
      const text = this.#texts.get(file)?.text ?? ts.sys.readFile(file);
      return text === undefined ? undefined : ts.ScriptSnapshot.fromString(text);
    },
    getCompilationSettings: () => this.#files.options,
    getCurrentDirectory: () => ts.sys.getCurrentDirectory(),
    useCaseSensitiveFileNames: () => ts.sys.useCaseSensitiveFileNames,
    getDefaultLibFileName: ts.getDefaultLibFilePath,
  });

  /** @param edits what stands between two places of a file, by file */
  write(edits) {
    for (const file of this.#texts.keys()) this.#put(file, ts.sys.readFile(file));
    for (const { fileName, location, replacement } of edits) {
      const text = ts.sys.readFile(fileName);
      const source = ts.createSourceFile(fileName, text, ts.ScriptTarget.Latest);
      const at = ({ line, column }) => source.getPositionOfLineAndCharacter(line, column);
      this.#put(fileName, text.slice(0, at(location.start)) + replacement + text.slice(at(location.end)));
    }
  }

  #put(file, text) {
    this.#texts.set(file, { text, version: String((this.#version += 1)) });
  }

  /** @returns {string | undefined} why a file does not compile */
  errorIn(file) {
    const [first] = [
      ...this.#service.getSyntacticDiagnostics(file),
      ...this.#service.getSemanticDiagnostics(file),
    ];
    return first && ts.flattenDiagnosticMessageText(first.messageText, ' ');
  }

  /** @returns {Map<string, Set<string>>} by file what it takes from, and what those take from */
  takes() {
    const program = this.#service.getProgram();
    const direct = new Map(
      this.#files.fileNames.map((file) => {
        const { imports = [] } = program.getSourceFile(file);
        const from = imports.map(
          ({ text }) =>
            ts.resolveModuleName(text, file, this.#files.options, ts.sys).resolvedModule?.resolvedFileName,
        );
        return [file, from.filter((one) => one && !one.includes('node_modules'))];
      }),
    );
    const all = (file, met = new Set()) => {
      for (const one of direct.get(file) ?? [])
        if (!met.has(one)) {
          met.add(one);
          all(one, met);
        }
      return met;
    };
    return new Map([...direct.keys()].map((file) => [file, all(file)]));
  }
}

class CompileChecker {
  #program;
  #takes;

  async init() {
    this.#program = new MutableProgram();
    this.#takes = this.#program.takes();
  }

  /** Mutants of files none of which takes from another, by their ids. */
  async group(mutants) {
    const left = new Set(mutants);
    const groups = [];
    while (left.size) {
      const group = [];
      for (const mutant of left) if (!group.some((other) => this.#meets(other, mutant))) group.push(mutant);
      for (const mutant of group) left.delete(mutant);
      groups.push(group.map(({ id }) => id));
    }
    return groups;
  }

  #meets({ fileName: one }, { fileName: other }) {
    const takes = (from, to) => this.#takes.get(from)?.has(to);
    return one === other || takes(one, other) || takes(other, one);
  }

  async check(mutants) {
    this.#program.write(mutants);
    return Object.fromEntries(
      mutants.map((mutant) => {
        const { id, fileName } = mutant;
        const reason = this.#program.errorIn(fileName) ?? onlyMovesLimit(ts.sys.readFile(fileName), mutant);
        return [id, reason ? { status: 'compileError', reason } : { status: 'passed' }];
      }),
    );
  }
}

const makeChecker = () => new CompileChecker();
makeChecker.inject = [];
export const strykerPlugins = [declareFactoryPlugin(PluginKind.Checker, 'compiles', makeChecker)];
