import type { SignalKind } from '../catalogue';
import { couplingLevel } from '../circuit';
import { digitalLinks } from '../flow';
import { leadRun, leadsAt, socketsIn } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { useInterface } from './fixes/interface';
import { setInputTo } from './fixes/level';
import { mendOutputLead, moveToFedInput } from './fixes/phantom';
import { matchFormat, unplug, unplugFrom, useOtherInput } from './fixes/rewire';

const signalOf = (solved: Solved, device: string, id: string): SignalKind | undefined => {
  const element = solved.find.element(device, id);
  return element && 'signal' in element ? element.signal : undefined;
};

/** Pulls the lead between two devices. */
const unplugBetween = ({ rig }: Solved, from: string, to: string): Fix[] =>
  leadsAt(rig, from)
    .filter((lead) => leadRun(rig, lead).some((one) => socketsIn([one], to).length > 0))
    .map((lead) => unplug(rig, lead));

/** A switch or choice that makes the input its lead goes into one for microphones. */
const setMicrophoneInput = (solved: Solved, device: string) => {
  const lead = solved.find.inPort(device, 'out')?.lead;
  return lead ? setInputTo(solved, lead, 'microphone') : [];
};

/** Another input for it: one with a supply where it lives on one. */
const moveElsewhere = (solved: Solved, device: string) => {
  const lead = solved.find.inPort(device, 'out')?.lead;
  const isFed = solved.find.modelOf(device)?.elements.some(({ kind }) => kind === 'load');
  if (isFed) return moveToFedInput(solved.rig, device);
  return lead ? useOtherInput(solved.rig, lead) : [];
};

const FORMAT_NAMES = {
  spdif: 'S/PDIF',
  adat: 'ADAT',
  hdmi: 'HDMI',
  bluetooth: 'Bluetooth',
  'word-clock': 'word clock',
} as const;

/** Data that arrives and is not understood: the plug is the same, the language is not. */
const misread = ({ find, rig }: Solved): Found[] =>
  digitalLinks(find).flatMap(({ device, port, to, format, farFormat, leads, isUnderstood }): Found[] => {
    if (isUnderstood) return [];
    const { nameOf: name } = find;
    const far = farFormat ? `speaks ${FORMAT_NAMES[farFormat]}` : 'takes no sound as data there';
    const isSender = farFormat === format;
    return [
      finding({
        code: 'wrong-signal-kind',
        severity: 'fault',
        title: `${name(to.device)} does not understand ${name(device)}`,
        why: isSender
          ? `Both ends of this lead send ${FORMAT_NAMES[format]} and neither listens. Join an output to an input.`
          : `The plug fits, the language is another: ${name(device)} sends ${FORMAT_NAMES[format]}, ${name(to.device)} ${far}. ${format === 'word-clock' ? 'No clock' : 'No sound'} passes.`,
        places: [{ lead: leads[0]! }, { device, port }, to],
        figures: [{ label: 'Channels that arrive', value: 0, unit: '', from: 'formats of the two sockets' }],
        propose: () => [...matchFormat(rig, device, port, leads[0]!), unplug(rig, find.lead(leads[0]!)!)],
      }),
    ];
  });

/** Sound arrives at an input made for another kind of signal, or at an output. */
export const wrongSignalKind: Check = (solved) => {
  const { find, circuit, rig } = solved;
  const { nameOf: name } = find;
  const found: Found[] = [];
  for (const coupling of circuit.couplings) {
    const { from, to } = coupling;
    const leaves = signalOf(solved, from.device, from.element);
    const meets = signalOf(solved, to.device, to.element);
    const gain = dbFromRatio(couplingLevel(coupling));
    const isData = leaves === 'aes3';
    if (isData !== (meets === 'aes3')) {
      found.push(
        finding({
          code: 'wrong-signal-kind',
          severity: 'fault',
          title: `${name(from.device)} sends ${isData ? 'digital data into an analogue' : 'sound into a digital'} input`,
          why: isData
            ? `The plug is the same three pins, but ${name(from.device)} speaks AES3 data. ${name(to.device)} hears only noise. It needs a digital (AES3) input.`
            : `The plug is the same three pins, but ${name(to.device)} takes AES3 data there, and ${name(from.device)} gives plain sound, in which it finds none: nothing is heard. It needs an analogue input.`,
          places: [{ device: from.device }, { device: to.device }],
          figures: [
            {
              label: isData ? 'Data reaching the input' : 'Sound reaching the input',
              value: gain,
              unit: 'dB',
              from: 'solved circuit, input volts per output volt',
            },
          ],
          propose: () => unplugFrom(rig, from.device),
        }),
      );
    } else if (leaves === 'loudspeaker' && meets !== undefined && meets !== 'loudspeaker') {
      found.push(
        finding({
          code: 'wrong-signal-kind',
          severity: 'danger',
          title: `A loudspeaker output of ${name(from.device)} goes into ${name(to.device)}`,
          why: `A loudspeaker output gives tens of volts at amperes; this ${meets} input is made for about one volt, and burns. Turn ${name(from.device)} off before you pull the lead, and take a line output instead. Follow the makers’ manuals.`,
          places: [{ device: from.device }, { device: to.device }],
          figures: [
            {
              label: 'Way from output to input',
              value: gain,
              unit: 'dB',
              from: 'solved circuit, input volts per output volt',
            },
          ],
          propose: () => unplugBetween(solved, from.device, to.device),
        }),
      );
    } else if (leaves === 'microphone' && meets === 'line' && gain > -60) {
      found.push(
        finding({
          code: 'wrong-signal-kind',
          severity: 'fault',
          title: `${name(from.device)} is in a line input`,
          why: `A microphone gives thousandths of a volt; this socket of ${name(to.device)} expects about one volt and has no microphone amplifier ahead of it. The voice would drown in hiss.`,
          places: [{ device: from.device }, { device: to.device }],
          figures: [
            {
              label: 'Way from microphone to input',
              value: gain,
              unit: 'dB',
              from: 'solved circuit, input volts per output volt',
            },
          ],
          propose: () => [
            ...setMicrophoneInput(solved, from.device),
            ...mendOutputLead(rig, from.device),
            ...moveElsewhere(solved, from.device),
            ...useInterface(solved, from.device),
            ...unplugFrom(rig, from.device),
          ],
        }),
      );
    }
  }
  const heard = new Set(circuit.couplings.filter((c) => couplingLevel(c) > 1e-3).map((c) => c.from.device));
  const seen = new Set<string>();
  for (const { from, into, volts } of circuit.clashes) {
    const key = `${from.device} ${into.device}`;
    if (
      signalOf(solved, from.device, from.element) !== 'microphone' ||
      heard.has(from.device) ||
      seen.has(key)
    )
      continue;
    seen.add(key);
    found.push(
      finding({
        code: 'wrong-signal-kind',
        severity: 'fault',
        title: `${name(from.device)} is plugged into an output`,
        why: `The lead joins it to contacts of ${name(into.device)} that play sound; no input there hears it (${figureText(dbFromRatio(volts))} dB reaches the output's own contacts). A microphone needs an input with an amplifier.`,
        places: [{ device: from.device }, { device: into.device }],
        figures: [
          {
            label: 'Sound pressed onto that output',
            value: dbFromRatio(volts),
            unit: 'dB',
            from: 'solved circuit',
          },
        ],
        propose: () => [
          ...moveElsewhere(solved, from.device),
          ...mendOutputLead(rig, from.device),
          ...useInterface(solved, from.device),
          ...unplugFrom(rig, from.device),
        ],
      }),
    );
  }
  return [...found, ...misread(solved)];
};
