import { LEAD_KINDS } from '../catalogue';
import { combineEdits, connect, freeId, removeLead } from '../rig';
import { firstClipping, pads, stepBack, type Clipping } from './clipping';
import { figureText, finding, type Check, type Fix, type Solved } from './finding';
import { socketsOf } from './fixes/rewire';

/** A pad in the microphone's lead: the lead now ends in the pad, and the pad in the input. */
const inLinePad = (solved: Solved, { strand }: Clipping): Fix[] => {
  const microphone = strand.stages.find((stage) => stage.role === 'capsule')?.device;
  const lead = microphone ? solved.find.inPort(microphone, 'out')?.lead : undefined;
  const input = lead && socketsOf(lead)?.find(({ device }) => device !== microphone);
  const [pad, xlr] = ['xlr-pad-20', 'xlr'].map((id) => LEAD_KINDS.find((kind) => kind.id === id)!);
  if (!lead || !input || lead.kind !== 'xlr') return [];
  const id = freeId(solved.rig, 'pad');
  return [
    {
      label: 'Put a 20 dB in-line pad at the input',
      edit: combineEdits(
        'Insert pad',
        removeLead(solved.rig, lead.id),
        connect(solved.rig, xlr!, [{ device: microphone!, port: 'out' }, null], lead.lengthM, lead.id),
        connect(solved.rig, pad!, [{ lead: lead.id, end: 1 }, input], 0, id),
      ),
    },
  ];
};

/** Peaks go through the ceiling before any gain was added: turning down does not help. */
export const clipInput: Check = (solved) =>
  firstClipping(solved)
    .filter((clipping) => !clipping.afterGain)
    .map((clipping) => {
      const { strand, stage, overDb } = clipping;
      const device = stage.device ? (solved.find.device(stage.device)?.name ?? '') : '';
      return finding({
        code: 'clip-input',
        severity: 'fault',
        title: `${strand.sourceName} is ${figureText(overDb)} dB too hot for ${device}`,
        why: `Peaks reach ${figureText(stage.peak)} ${stage.unit} at “${stage.label}”, which takes ${figureText(stage.ceiling!)} ${stage.unit}. It clips before the gain control, so turning that down does not help.`,
        places: [
          {
            ...(stage.device ? { device: stage.device } : {}),
            ...(strand.person ? { person: strand.person } : {}),
          },
        ],
        figures: [
          { label: 'Peaks', value: stage.peak, unit: stage.unit, from: `strand of ${strand.sourceName}` },
          { label: 'Ceiling', value: stage.ceiling!, unit: stage.unit, from: `device model of ${device}` },
        ],
        fixes:
          stage.role === 'capsule'
            ? stepBack(solved, clipping)
            : [...pads(solved, strand), ...inLinePad(solved, clipping), ...stepBack(solved, clipping)],
      });
    });
