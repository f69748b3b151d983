import type { CircuitElement, Conductor, LeadKind } from './types';

/** Copper pair of 0.22 mm², per conductor; 100 pF/m core to screen: usual figures of makers' data sheets (common practice). */
const CABLE = { ohmsPerM: 0.08, picofaradsPerM: 100 };

const joined = (...conductors: [name: string, ...pins: string[]][]): Conductor[] =>
  conductors.map(([name, ...joins]) => ({ name, joins }));

interface LeadRow {
  id: string;
  name: string;
  about: string;
  ends: [connector: string, label: string][];
  conductors: Conductor[];
  screen?: string;
  elements?: CircuitElement[];
  usualLengthsM?: number[];
  usb?: LeadKind['usb'];
}

const lead = (row: LeadRow): LeadKind => ({
  ...CABLE,
  ...row,
  ends: row.ends.map(([connector, label]) => ({ connector, label })),
  elements: row.elements ?? [],
  usualLengthsM: row.usualLengthsM ?? [1, 3, 6, 10],
});

const usbLead = (id: string, name: string, a: string, b: string, lengths: number[]): LeadKind =>
  lead({
    id,
    name,
    about: 'Carries sound, data and power both ways between a device and a computer or hub.',
    ends: [
      [a, 'computer end'],
      [b, 'device end'],
    ],
    conductors: joined(['bus', '0.bus', '1.bus']),
    usualLengthsM: lengths,
    // USB 2.0: 5 m from the cable delay budget.
    usb: { version: '2.0', maxLengthM: 5 },
  });

/** Lead kinds an operator owns. Pin references are `end.pin`. */
export const LEAD_KINDS: LeadKind[] = [
  lead({
    id: 'xlr',
    name: 'XLR lead',
    about: 'The microphone lead: two legs and a screen.',
    ends: [
      ['xlr-female', 'holes'],
      ['xlr-male', 'pins'],
    ],
    conductors: joined(['screen', '0.1', '1.1'], ['hot', '0.2', '1.2'], ['cold', '0.3', '1.3']),
    screen: 'screen',
    usualLengthsM: [1, 3, 6, 10, 20, 50],
  }),
  lead({
    id: 'trs-635',
    name: 'TRS lead 6.35 mm',
    about: 'Balanced mono between line sockets, or unbalanced stereo: same plug, different jobs.',
    ends: [
      ['trs-635-plug', 'a'],
      ['trs-635-plug', 'b'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T'], ['ring', '0.R', '1.R']),
    screen: 'sleeve',
  }),
  lead({
    id: 'ts-635',
    name: 'TS lead 6.35 mm',
    about: 'Unbalanced mono; the instrument lead.',
    ends: [
      ['ts-635-plug', 'a'],
      ['ts-635-plug', 'b'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T']),
    screen: 'sleeve',
  }),
  lead({
    id: 'xlr-trs',
    name: 'XLR holes to TRS 6.35 mm lead',
    about: 'Balanced microphone or line into a 6.35 mm line socket.',
    ends: [
      ['xlr-female', 'holes'],
      ['trs-635-plug', 'plug'],
    ],
    conductors: joined(['screen', '0.1', '1.S'], ['hot', '0.2', '1.T'], ['cold', '0.3', '1.R']),
    screen: 'screen',
  }),
  lead({
    id: 'trs-xlr',
    name: 'TRS 6.35 mm to XLR pins lead',
    about: 'Balanced line output into an XLR input.',
    ends: [
      ['trs-635-plug', 'plug'],
      ['xlr-male', 'pins'],
    ],
    conductors: joined(['screen', '0.S', '1.1'], ['hot', '0.T', '1.2'], ['cold', '0.R', '1.3']),
    screen: 'screen',
  }),
  lead({
    id: 'xlr-ts',
    name: 'XLR holes to TS 6.35 mm lead',
    about: 'Ties the return leg to the sleeve.',
    ends: [
      ['xlr-female', 'holes'],
      ['ts-635-plug', 'plug'],
    ],
    conductors: joined(['screen', '0.1', '0.3', '1.S'], ['hot', '0.2', '1.T']),
    screen: 'screen',
  }),
  lead({
    id: 'xlr-ts-open',
    name: 'XLR holes to TS 6.35 mm lead, return open',
    about: 'The other common wiring: the return leg ends nowhere.',
    ends: [
      ['xlr-female', 'holes'],
      ['ts-635-plug', 'plug'],
    ],
    conductors: joined(['screen', '0.1', '1.S'], ['hot', '0.2', '1.T']),
    screen: 'screen',
  }),
  lead({
    id: 'mini-xlr',
    name: 'Stereo mini-jack to XLR pins lead',
    about:
      'Left on pin 2, right on pin 3. A trap: the input hears only left minus right, and phantom comes back out.',
    ends: [
      ['trs-35-plug', 'mini-jack'],
      ['xlr-male', 'pins'],
    ],
    conductors: joined(['sleeve', '0.S', '1.1'], ['tip', '0.T', '1.2'], ['ring', '0.R', '1.3']),
    screen: 'sleeve',
  }),
  lead({
    id: 'xlr-mini',
    name: 'XLR holes to mini-jack lead',
    about: 'Microphone leg on tip and ring of a 3.5 mm plug.',
    ends: [
      ['xlr-female', 'holes'],
      ['trs-35-plug', 'mini-jack'],
    ],
    conductors: joined(['screen', '0.1', '0.3', '1.S'], ['hot', '0.2', '1.T', '1.R']),
    screen: 'screen',
  }),
  lead({
    id: 'mini',
    name: 'Stereo mini-jack lead',
    about: 'Unbalanced stereo, 3.5 mm both ends.',
    ends: [
      ['trs-35-plug', 'a'],
      ['trs-35-plug', 'b'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T'], ['ring', '0.R', '1.R']),
    screen: 'sleeve',
    usualLengthsM: [0.5, 1, 2, 3],
  }),
  lead({
    id: 'mini-trs',
    name: 'Stereo mini-jack to TRS 6.35 mm lead',
    about:
      'Unbalanced stereo into a 6.35 mm socket. Into a balanced mono input only left minus right remains.',
    ends: [
      ['trs-35-plug', 'mini-jack'],
      ['trs-635-plug', 'plug'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T'], ['ring', '0.R', '1.R']),
    screen: 'sleeve',
    usualLengthsM: [1, 2, 3],
  }),
  lead({
    id: 'mini-two-ts',
    name: 'Splitter lead: mini-jack to two TS 6.35 mm',
    about: 'Tip to one plug, ring to the other: left and right on inputs of their own.',
    ends: [
      ['trs-35-plug', 'mini-jack'],
      ['ts-635-plug', 'tip plug'],
      ['ts-635-plug', 'ring plug'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S', '2.S'], ['tip', '0.T', '1.T'], ['ring', '0.R', '2.T']),
    screen: 'sleeve',
    usualLengthsM: [1, 2, 3],
  }),
  lead({
    id: 'trs-two-ts',
    name: 'Insert lead: TRS to two TS 6.35 mm',
    about: 'Tip to one plug, ring to the other.',
    ends: [
      ['trs-635-plug', 'stereo plug'],
      ['ts-635-plug', 'tip plug'],
      ['ts-635-plug', 'ring plug'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S', '2.S'], ['tip', '0.T', '1.T'], ['ring', '0.R', '2.T']),
    screen: 'sleeve',
    usualLengthsM: [1, 2, 3],
  }),
  lead({
    id: 'rca-ts',
    name: 'RCA to TS 6.35 mm lead',
    about: 'Consumer line output into a line socket.',
    ends: [
      ['rca-plug', 'RCA'],
      ['ts-635-plug', 'plug'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T']),
    screen: 'sleeve',
  }),
  lead({
    id: 'xlr-pad-20',
    name: 'In-line pad, 20 dB',
    about: 'Three resistors in an XLR barrel: takes 20 dB off a microphone that is too hot.',
    ends: [
      ['xlr-female', 'holes'],
      ['xlr-male', 'pins'],
    ],
    conductors: joined(['screen', '0.1', '1.1']),
    elements: [
      { kind: 'resistor', id: 'hot', a: '0.2', b: '1.2', ohms: 680 },
      { kind: 'resistor', id: 'cold', a: '0.3', b: '1.3', ohms: 680 },
      { kind: 'resistor', id: 'shunt', a: '1.2', b: '1.3', ohms: 180 },
    ],
    usualLengthsM: [0],
  }),
  lead({
    id: 'xlr-isolator',
    name: 'Isolating transformer lead, XLR',
    about: 'A 1:1 transformer: sound passes, DC and hum loops do not.',
    ends: [
      ['xlr-female', 'holes'],
      ['xlr-male', 'pins'],
    ],
    conductors: [],
    elements: [
      {
        kind: 'transformer',
        id: 'core',
        primary: ['0.2', '0.3'],
        secondary: ['1.2', '1.3'],
        ratio: 1,
        primaryOhms: 45,
        secondaryOhms: 45,
      },
    ],
    usualLengthsM: [0.3],
  }),
  usbLead('usb-a-b', 'USB lead A to B', 'usb-a-plug', 'usb-b-plug', [1, 2, 3, 5]),
  usbLead('usb-c-b', 'USB lead C to B', 'usb-c-plug', 'usb-b-plug', [1, 2, 3]),
  usbLead('usb-a-c', 'USB lead A to C', 'usb-a-plug', 'usb-c-plug', [1, 2, 3]),
  usbLead('usb-c-c', 'USB lead C to C', 'usb-c-plug', 'usb-c-plug', [1, 2]),
  usbLead('usb-extension', 'USB extension lead A to A', 'usb-a-plug', 'usb-a-socket', [1, 3, 5]),
  usbLead('usb-c-a', 'USB adapter C to A', 'usb-c-plug', 'usb-a-socket', [0.1]),
];
