import { firstClipping, pads, stepBack, unplugStrand, type Clipping } from './clipping';
import { severityOfAmount } from './amount';
import { figureText, finding, type Check, type Fix, type Solved } from './finding';
import { insertIsolator, insertPad } from './fixes/insert';
import { setInputTo } from './fixes/level';
import { leadInto } from './lead-into';
import { useBestLead, useOtherInput } from './fixes/rewire';

/** Another lead, another setting, a box, a pad: what makes a sound weaker before the input that clips, or that leads to what does. */
const weakerLead = ({ rig, find, graph }: Solved, { strand, stage }: Clipping): Fix[] => {
  const upTo = strand.stages.slice(0, strand.stages.indexOf(stage) + 1);
  const input = upTo.filter(({ role }) => role === 'input').at(-1);
  const { device, point } = (input && graph.nodes.get(input.node)) ?? {};
  const lead = device && point ? leadInto(find, { device, element: point }) : undefined;
  if (!lead) return [];
  return [
    ...setInputTo({ rig, find }, lead, 'line'),
    ...useBestLead(rig, lead),
    ...useOtherInput(rig, lead),
    ...insertIsolator(rig, lead),
    ...insertPad(rig, lead),
  ];
};

/** Peaks go through the ceiling before any gain was added: turning down does not help. */
export const clipInput: Check = (solved) =>
  firstClipping(solved)
    .filter((clipping) => !clipping.afterGain)
    .map((clipping) => {
      const { strand, stage, overDb } = clipping;
      const device = stage.device ? solved.find.nameOf(stage.device) : '';
      return finding({
        code: 'clip-input',
        severity: severityOfAmount(overDb) ?? 'advice',
        title: `${strand.sourceName} is ${figureText(overDb)} dB too hot for ${device}`,
        why: `Peaks reach ${figureText(stage.peak)} ${stage.unit} at “${stage.label}”, which takes ${figureText(stage.ceiling!)} ${stage.unit}. It clips before the gain control, so turning that down does not help.`,
        places: [
          {
            ...(stage.device ? { device: stage.device } : {}),
            ...(strand.person ? { person: strand.person } : {}),
          },
        ],
        figures: [
          {
            label: 'Peaks',
            value: stage.peak,
            unit: stage.unit,
            from: `the whole way of ${strand.sourceName}, worked out`,
          },
          { label: 'Ceiling', value: stage.ceiling!, unit: stage.unit, from: `device model of ${device}` },
        ],
        propose: () =>
          stage.role === 'capsule'
            ? stepBack(solved, clipping)
            : [
                ...pads(solved, strand),
                ...weakerLead(solved, clipping),
                ...stepBack(solved, clipping),
                ...unplugStrand(solved, clipping),
              ],
      });
    });
