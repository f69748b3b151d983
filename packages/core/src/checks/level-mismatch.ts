import { controlOf, pathsFrom, pathsTo, portOfPin } from '../catalogue';
import { couplingLevel, type Coupling } from '../circuit';
import { setControl, settingOf } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { insertIsolator, insertPad } from './fixes/insert';
import { setInputTo } from './fixes/level';
import { unplug, useBestLead, useOtherInput, useOtherOutput } from './fixes/rewire';
import { levelsOf, type WayLevels } from './levels-of';
import { levelOf } from './sound-at';
import { snapGain } from './voice-gain';

const SIGNAL_WORDS = {
  microphone: 'microphone',
  line: 'line',
  headphone: 'headphone',
  instrument: 'instrument',
  loudspeaker: 'loudspeaker',
  aes3: 'digital',
};

/** Ways that pass less than this are another finding's matter, dB. */
const PASSES_DB = -40;

interface Mismatch extends WayLevels {
  /** Level that arrives: what really plays there, else what is usual; too cold is only what is so with the volume up, dBu. */
  level: number;
  isActual: boolean;
  /** Above what the input can be turned down to, or below what it reaches, dB. */
  byDb: number;
  isHot: boolean;
}

/** A level an input cannot be set to: judged by what really arrives, volumes, pads and leads counted. */
const mismatchOf = (solved: Solved, coupling: Coupling): Mismatch | undefined => {
  const passesDb = dbFromRatio(couplingLevel(coupling));
  if (coupling.isCrosstalk || passesDb < PASSES_DB) return undefined;
  const levels = levelsOf(solved.find, coupling);
  const leaving = levelOf(solved, coupling);
  if (!levels || !leaving || levels.leaves.signal === 'aes3') return undefined;
  const { leaves, arrives, coldest, hottest } = levels;
  const level = leaving.dbu + passesDb;
  const isHot = level > hottest;
  // A weak sound on an output of the right class is a gain to turn, and a microphone in a line input another finding.
  const atMost = Math.max(level, arrives);
  const isCold = atMost < coldest && leaves.signal !== 'microphone';
  if (isHot) return { ...levels, level, isActual: leaving.isActual, isHot, byDb: level - hottest };
  if (!isCold) return undefined;
  const isActual = leaving.isActual && level === atMost;
  return { ...levels, level: atMost, isActual, isHot, byDb: coldest - atMost };
};

/** Pads of the input that are out, and volumes of the output that can come down. */
const turns = ({ find, rig }: Solved, { from, to }: Coupling, { byDb, isHot }: Mismatch): Fix[] => {
  const pads = pathsFrom(find.modelOf(to.device), to.element)
    .flatMap(({ controls = [] }) => controls)
    .flatMap(({ control: id, onDb = 0 }): Fix[] => {
      const control = controlOf(find.modelOf(to.device), id);
      const device = find.device(to.device);
      const isOff = device && control?.kind === 'switch' && settingOf(device, control) === false;
      return isOff && (isHot ? onDb < 0 : onDb > 0)
        ? [{ label: `Switch ${control.label} on`, edit: setControl(rig, to.device, id, true) }]
        : [];
    });
  const volumes = pathsTo(find.modelOf(from.device), from.element)
    .flatMap(({ controls = [] }) => controls)
    .flatMap(({ control: id }): Fix[] => {
      const control = controlOf(find.modelOf(from.device), id);
      const device = find.device(from.device);
      if (!device || control?.kind !== 'gain') return [];
      const now = Number(settingOf(device, control));
      const next = snapGain(control, isHot ? Math.floor(now - byDb - 6) : Math.ceil(now + byDb + 3));
      return next === now
        ? []
        : [
            {
              label: `Turn ${control.label} of ${device.name} ${isHot ? 'down' : 'up'} to ${figureText(next, 0)} dB`,
              edit: setControl(rig, from.device, id, next),
            },
          ];
    });
  return [...pads, ...volumes];
};

/** An output of one class in an input of another: too hot or too cold for it at any setting of the input. */
export const levelMismatch: Check = (solved) => {
  const { find, rig, circuit } = solved;
  const found = new Map<string, Found>();
  for (const coupling of circuit.couplings) {
    const mismatch = mismatchOf(solved, coupling);
    const key = `${coupling.from.device} ${coupling.to.device}`;
    if (!mismatch || found.has(key)) continue;
    const { leaves, meets, level, coldest, hottest, byDb, isHot, isActual } = mismatch;
    const [a, b] = [find.device(coupling.from.device)?.name, find.device(coupling.to.device)?.name];
    const port = portOfPin(meets.plus);
    const lead = find.inPort(coupling.to.device, port)?.lead;
    const input = SIGNAL_WORDS[meets.signal];
    found.set(
      key,
      finding({
        code: 'level-mismatch',
        severity: isHot ? 'fault' : 'caution',
        title: `${a} is ${figureText(byDb, 0)} dB too ${isHot ? 'hot' : 'cold'} for ${b}`,
        why: isHot
          ? `About ${figureText(level)} dBu of a ${SIGNAL_WORDS[leaves.signal]} output arrive at a ${input} input that can be turned down to ${figureText(hottest)} dBu at most. It distorts, however low the gain there. Make it weaker on the way: a pad, an attenuating lead, a box, an output with a volume of its own; or use a line input.`
          : `About ${figureText(level)} dBu of a ${SIGNAL_WORDS[leaves.signal]} output arrive at a ${input} input that reaches down to ${figureText(coldest)} dBu. It stays too quiet, and hiss comes up with it.`,
        places: [
          { device: coupling.from.device },
          { device: coupling.to.device, port },
          ...(lead ? [{ lead: lead.id }] : []),
        ],
        figures: [
          {
            label: 'Arriving',
            value: level,
            unit: 'dBu',
            from: isActual
              ? 'loudest sound of this rig there, long-term'
              : `usual level of the output, its volume ${isHot ? 'as set' : 'up'}, and the solved circuit`,
          },
          {
            label: 'Taken from',
            value: coldest,
            unit: 'dBu',
            from: `device model of ${b}, or usual for a ${input} input; pads as set`,
          },
          {
            label: 'Taken up to',
            value: hottest,
            unit: 'dBu',
            from: `device model of ${b}, or usual for a ${input} input; pads as set`,
          },
        ],
        propose: () =>
          lead
            ? [
                ...setInputTo(solved, lead, isHot ? 'line' : 'microphone'),
                ...turns(solved, coupling, mismatch),
                ...useBestLead(rig, lead),
                ...useOtherInput(rig, lead),
                ...(isHot
                  ? [...insertPad(rig, lead), ...insertIsolator(rig, lead), ...useOtherOutput(rig, lead)]
                  : []),
                unplug(rig, lead),
              ]
            : [],
      }),
    );
  }
  return [...found.values()];
};
