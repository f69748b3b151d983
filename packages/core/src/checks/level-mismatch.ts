import { couplingLevel, type Coupling } from '../circuit';
import type { Lookup } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { levelsOf } from './levels-of';
import { setInputTo } from './fixes/level';
import { insertPad } from './fixes/insert';
import { unplug, useOtherInput } from './fixes/rewire';
import { mends } from './fixes/trial';

const SIGNAL_WORDS = {
  microphone: 'microphone',
  line: 'line',
  headphone: 'headphone',
  instrument: 'instrument',
  loudspeaker: 'loudspeaker',
  aes3: 'digital',
};

/** Ways that hardly pass anything are another finding's matter, and so is a microphone in a line input. */
const isMismatched = (find: Lookup, coupling: Coupling): boolean => {
  const levels = levelsOf(find, coupling);
  if (!levels || dbFromRatio(couplingLevel(coupling)) < -40 || levels.leaves.signal === 'aes3') return false;
  const { leaves, arrives, coldest, hottest } = levels;
  return arrives > hottest || (arrives < coldest && leaves.signal !== 'microphone');
};

/** An output of one class in an input of another: too hot or too cold for it at any setting. */
export const levelMismatch: Check = (solved) => {
  const { find, rig, circuit } = solved;
  const found = new Map<string, Found>();
  for (const coupling of circuit.couplings) {
    const levels = levelsOf(find, coupling);
    if (!levels || !isMismatched(find, coupling)) continue;
    const { leaves, meets, nominal, arrives, coldest, hottest } = levels;
    const over = arrives - hottest;
    const under = coldest - arrives;
    const isHot = over > 0;
    const [a, b] = [find.device(coupling.from.device)?.name, find.device(coupling.to.device)?.name];
    const port = meets.plus.split('.')[0]!;
    const lead = find.inPort(coupling.to.device, port)?.lead;
    const kind = `${coupling.from.device} ${coupling.to.device}`;
    const tried = (
      lead
        ? [
            ...setInputTo(solved, lead, isHot ? 'line' : 'microphone'),
            ...useOtherInput(rig, lead),
            ...(isHot ? insertPad(rig, lead) : []),
          ]
        : []
    ).filter((fix) =>
      mends(rig, fix, [coupling.from.device, coupling.to.device], (small) =>
        small.circuit.couplings.some((way) => isMismatched(small.find, way)),
      ),
    );
    found.set(
      kind,
      finding({
        code: 'level-mismatch',
        severity: isHot ? 'fault' : 'caution',
        title: `${a} is ${figureText(isHot ? over : under, 0)} dB too ${isHot ? 'hot' : 'cold'} for ${b}`,
        why: isHot
          ? `A ${SIGNAL_WORDS[leaves.signal]} output of about ${figureText(nominal)} dBu goes into a ${SIGNAL_WORDS[meets.signal]} input that can be turned down to ${figureText(hottest)} dBu at most. It distorts, however low the gain. ${tried.length > 0 ? 'Put a pad or an isolator box in between, or use a line input.' : 'Nothing at hand bridges that: take the sound where it is weaker, from a line output.'}`
          : `A ${SIGNAL_WORDS[leaves.signal]} output of about ${figureText(nominal)} dBu goes into a ${SIGNAL_WORDS[meets.signal]} input that reaches down to ${figureText(coldest)} dBu. It stays too quiet, and hiss comes up with it.`,
        places: [
          { device: coupling.from.device },
          { device: coupling.to.device, port },
          ...(lead ? [{ lead: lead.id }] : []),
        ],
        figures: [
          {
            label: 'Arriving',
            value: arrives,
            unit: 'dBu',
            from: `nominal ${figureText(nominal)} dBu of the output and the solved circuit`,
          },
          {
            label: 'Taken from',
            value: coldest,
            unit: 'dBu',
            from: `device model of ${b}, or usual for a ${SIGNAL_WORDS[meets.signal]} input`,
          },
          {
            label: 'Taken up to',
            value: hottest,
            unit: 'dBu',
            from: `device model of ${b}, or usual for a ${SIGNAL_WORDS[meets.signal]} input`,
          },
        ],
        propose: () => (lead ? [...tried, unplug(rig, lead)] : []),
      }),
    );
  }
  return [...found.values()];
};
