import { portOfPin, NOMINAL_OUTPUT_DBU, type OutputElement } from '../catalogue';
import { couplingLevel, type Clash } from '../circuit';
import { dbFromRatio, dbu, voltsFromDbu } from '../units';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { insertIsolator } from './fixes/insert';
import { FIGHTS } from './fixes/reach';
import { splitToTwoInputs, unplug, useBestLead, useOtherInput } from './fixes/rewire';
import { shortedSide } from './shorted-side';

/** Current an output stands from another where its model does not say, milliamps. Common practice. */
const USUAL_MILLIAMPS = 10;

const outputAt = ({ find }: Solved, device: string, id: string): OutputElement | undefined => {
  const element = find.element(device, id);
  return element?.kind === 'output' ? element : undefined;
};

/** The loudest an output usually is, volts. */
const loudVolts = ({ maxDbu, nominalDbu, signal }: OutputElement): number =>
  voltsFromDbu(dbu(maxDbu ?? (nominalDbu ?? NOMINAL_OUTPUT_DBU[signal]) + 12));

const fight = (solved: Solved, { from, into, volts }: Clash): Found[] => {
  const { find, rig } = solved;
  const [one, other] = [
    outputAt(solved, from.device, from.element),
    outputAt(solved, into.device, into.element),
  ];
  if (!one || !other || volts < FIGHTS) return [];
  // A microphone on an output is not a fight but the wrong socket; data is another finding's.
  if ((one.signal === 'microphone') !== (other.signal === 'microphone')) return [];
  if (one.signal === 'aes3' || other.signal === 'aes3') return [];
  const milliamps = ((loudVolts(one) * volts) / other.ohms) * 1000;
  const limit = other.tolerates?.milliamps ?? USUAL_MILLIAMPS;
  const isTooMuch = milliamps > limit;
  const port = portOfPin(other.plus);
  const lead = find.inPort(into.device, port)?.lead;
  const [a, b] = [find.nameOf(from.device), find.nameOf(into.device)];
  const isOne = from.device === into.device;
  return [
    finding({
      code: 'outputs-fight',
      severity: isTooMuch ? 'fault' : 'caution',
      title: isOne ? `Left and right of ${a} drive each other` : `${a} and ${b} drive each other`,
      why: `The lead ties two outputs together: each has to push its sound into the other, ${figureText(milliamps)} mA at the loudest${isTooMuch ? `, more than the ${limit} mA it is built for` : ''}, and each loses ${figureText(-dbFromRatio(1 - volts), 0)} dB. Sounds are added by an input, a mixer or a box with resistors, never by a plain Y.`,
      places: [{ device: into.device, port }, ...(lead ? [{ lead: lead.id }] : []), { device: from.device }],
      figures: [
        {
          label: 'Of one output on the other',
          value: dbFromRatio(volts),
          unit: 'dB',
          from: 'solved circuit, volts per volt',
        },
        {
          label: 'Through its contact, loudest',
          value: milliamps,
          unit: 'mA',
          from: 'solved circuit and source impedance',
        },
        {
          label: 'Built for',
          value: limit,
          unit: 'mA',
          from: other.tolerates ? `device model of ${b}` : 'common practice, no published source',
        },
      ],
      propose: () =>
        lead
          ? [
              ...insertIsolator(rig, lead),
              ...useOtherInput(rig, lead),
              ...splitToTwoInputs(rig, lead),
              ...useBestLead(rig, lead),
              unplug(rig, lead),
            ]
          : [],
    }),
  ];
};

/** One side of a stereo output lies on its sleeve: a mono plug in a stereo socket. */
const shorted = (solved: Solved): Found[] =>
  solved.circuit.terminals.flatMap((terminal): Found[] => {
    const output = shortedSide(solved.find, terminal);
    if (!output) return [];
    const { find, rig, circuit } = solved;
    const name = find.nameOf(terminal.device);
    const port = portOfPin(output.plus);
    const lead = find.inPort(terminal.device, port)?.lead;
    const milliamps = (loudVolts(output) / output.ohms) * 1000;
    const limit = output.tolerates?.milliamps ?? USUAL_MILLIAMPS;
    const other = circuit.couplings.some(
      (one) =>
        one.from.device === terminal.device && one.from.element === output.pair && couplingLevel(one) > 0.1,
    );
    return [
      finding({
        code: 'outputs-fight',
        severity: milliamps > limit ? 'fault' : 'caution',
        title: `The ${output.side ?? 'other'} side of ${name} is shorted by a mono plug`,
        why: `The socket is stereo and the plug is not: its sleeve lies on the ring. ${figureText(milliamps)} mA flow at the loudest, and ${other ? 'only one side is heard' : 'nothing is heard'}. Use a lead with a stereo plug.`,
        places: [{ device: terminal.device, port }, ...(lead ? [{ lead: lead.id }] : [])],
        figures: [
          {
            label: 'What stays on the contact',
            value: dbFromRatio(Math.max(1e-6, terminal.worstLeg)),
            unit: 'dB',
            from: 'solved circuit',
          },
          {
            label: 'Through the contact, loudest',
            value: milliamps,
            unit: 'mA',
            from: 'solved circuit and source impedance',
          },
        ],
        propose: () =>
          lead
            ? [
                ...useBestLead(rig, lead),
                ...useOtherInput(rig, lead),
                ...splitToTwoInputs(rig, lead),
                ...insertIsolator(rig, lead),
                unplug(rig, lead),
              ]
            : [],
      }),
    ];
  });

/** Two outputs joined by metal, or one joined to its own ground. */
export const outputsFight: Check = (solved) => {
  const pairs = new Set<string>();
  const fights = solved.circuit.clashes.flatMap((clash) => {
    const key = [clash.from, clash.into]
      .map(({ device, element }) => `${device}:${element}`)
      .sort()
      .join(' ');
    if (pairs.has(key)) return [];
    pairs.add(key);
    return fight(solved, clash);
  });
  return [...fights, ...shorted(solved)];
};
