import { portOfPin } from '../catalogue';
import { couplingLevel, couplingsByInput } from '../circuit';
import { CANCELLED_DB, meetingLevelDb, pointId } from '../flow';
import { DEFAULT_PROGRAMME_LIKENESS } from '../rig';
import { dbFromRatio } from '../units';
import { carryOneSound, isTwoVoices } from './roots';
import { leadInto } from './lead-into';
import { figureText, finding, type Check, type Found } from './finding';
import { insertIsolator } from './fixes/insert';
import { splitToTwoInputs, unplug, useOtherInput } from './fixes/rewire';

/** A mono sound that loses more than this in the sum of left and right is as good as gone, dB. */
const LOST_DB = -12;

/** Left and right of one output meet in one input with opposite signs: what is the same on both disappears. */
export const monoCancel: Check = ({ rig, find, circuit, graph }) => {
  const found: Found[] = [];
  const likeness = rig.assumptions.programmeLikeness ?? DEFAULT_PROGRAMME_LIKENESS;
  for (const couplings of couplingsByInput(circuit)) {
    // One sound alone has nothing to cancel with.
    if (couplings.length < 2) continue;
    for (const left of couplings) {
      const element = find.element(left.from.device, left.from.element);
      if (element?.kind !== 'output') continue;
      const right = couplings.find(
        (c) =>
          c.from.device === left.from.device &&
          c.from.element > element.id &&
          (c.from.element === element.pair || carryOneSound(graph, left.from, c.from)),
      );
      if (!right) continue;
      // Two voices that know nothing of each other cannot cancel.
      if (
        isTwoVoices(
          graph,
          pointId(left.from.device, element.id),
          pointId(right.from.device, right.from.element),
        )
      )
        continue;
      // Exact cancellation is −∞ dB; figures stay finite.
      const mono = Math.max(1e-6, couplingLevel({ re: left.re + right.re, im: left.im + right.im }));
      const wide = Math.hypot(couplingLevel(left), couplingLevel(right));
      const loss = dbFromRatio(mono / wide);
      if (loss > LOST_DB || dbFromRatio(wide) < -60) continue;
      const port = portOfPin(element.plus);
      const lead = leadInto(find, left.to) ?? find.inPort(left.from.device, port)?.lead;
      const name = find.nameOf(left.from.device);
      found.push(
        finding({
          code: 'mono-cancel',
          severity: 'fault',
          title:
            loss < CANCELLED_DB
              ? `A mono voice from ${name} cancels itself out`
              : `A mono voice from ${name} arrives ${figureText(-loss, 0)} dB down`,
          why: `This input of ${find.device(left.to.device)?.name} takes the difference of its two legs, and the lead puts left on one and right on the other. What is the same on both sides, like a voice, cancels; only left minus right remains (${figureText(dbFromRatio(wide))} dB for sounds that differ).`,
          places: [
            { device: left.from.device, port },
            ...(lead ? [{ lead: lead.id }] : []),
            { device: left.to.device },
          ],
          figures: [
            {
              label: 'Same on both sides',
              value: dbFromRatio(mono),
              unit: 'dB',
              from: 'solved circuit, left and right added with their sign',
            },
            {
              label: 'A programme of this rig',
              value: meetingLevelDb(left, right, likeness),
              unit: 'dB',
              from: `solved circuit; assumption: left and right alike by ${figureText(likeness)} of 1`,
            },
            {
              label: 'Unrelated sides',
              value: dbFromRatio(wide),
              unit: 'dB',
              from: 'solved circuit, left and right added by power',
            },
          ],
          propose: () =>
            lead
              ? [
                  ...useOtherInput(rig, lead),
                  ...insertIsolator(rig, lead),
                  ...splitToTwoInputs(rig, lead),
                  unplug(rig, lead),
                ]
              : [],
        }),
      );
    }
  }
  return found;
};
