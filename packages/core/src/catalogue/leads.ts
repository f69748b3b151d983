import type { CircuitElement, Conductor, LeadKind } from './types';

/** Copper pair of 0.22 mm², per conductor; 100 pF/m core to screen: usual figures of makers' data sheets (common practice). */
const CABLE = { ohmsPerM: 0.08, picofaradsPerM: 100 };

/** One sound to both sides of a stereo plug at the second end. */
const joinedSides: [name: string, ...pins: string[]] = ['both', '1.T', '1.R'];

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
  delayMs?: number;
  maxLengthM?: number;
}

const lead = (row: LeadRow): LeadKind => ({
  ...CABLE,
  ...row,
  ends: row.ends.map(([connector, label]) => ({ connector, label })),
  elements: row.elements ?? [],
  usualLengthsM: row.usualLengthsM ?? [1, 3, 6, 10],
});

/** USB 2.0: 5 m from the cable delay budget. IEEE 1394: 4.5 m between two devices. */
export const DATA_LIMIT_M = { '2.0': 5, '3': 3, '1394': 4.5 } as const;

const dataLead = (
  id: string,
  name: string,
  a: string,
  b: string,
  lengths: number[],
  version: keyof typeof DATA_LIMIT_M = '2.0',
): LeadKind =>
  lead({
    id,
    name,
    about:
      version === '1394'
        ? 'Carries many channels of sound both ways between an older mixer or interface and a computer.'
        : 'Carries sound, data and power both ways between a device and a computer or hub.',
    ends: [
      [a, 'computer end'],
      [b, 'device end'],
    ],
    conductors: joined(['bus', '0.bus', '1.bus']),
    usualLengthsM: lengths,
    usb: { version, maxLengthM: DATA_LIMIT_M[version] },
  });

interface SignalRow {
  id: string;
  name: string;
  about: string;
  /** Connector of one end, and of the other where it differs. */
  connector: string;
  other?: string;
  maxLengthM?: number;
  delayMs?: number;
}

/** Light, radio or another signal that is data: one conductor in the model, no circuit. */
const signalLead = ({ connector, other = connector, ...row }: SignalRow): LeadKind =>
  lead({
    ...row,
    ends: [
      [connector, 'a'],
      [other, 'b'],
    ],
    conductors: joined(['bus', '0.bus', '1.bus']),
  });

/** A supply lead: every contact of the outlet's plug goes on to the one of the same name. */
const supplyLead = (id: string, name: string, about: string, ends: [string, string], pins: string[]) =>
  lead({
    id,
    name,
    about,
    ends: [
      [ends[0], 'outlet end'],
      [ends[1], 'device end'],
    ],
    conductors: joined(...pins.map((pin): [string, string, string] => [pin, `0.${pin}`, `1.${pin}`])),
    usualLengthsM: [1.5, 3],
  });

/** Two legs and a screen from one connector to another. */
const balanced = (
  id: string,
  name: string,
  about: string,
  a: [connector: string, label: string, screen: string, hot: string, cold: string],
  b: [connector: string, label: string, screen: string, hot: string, cold: string],
): LeadKind =>
  lead({
    id,
    name,
    about,
    ends: [
      [a[0], a[1]],
      [b[0], b[1]],
    ],
    conductors: joined(
      ['screen', `0.${a[2]}`, `1.${b[2]}`],
      ['hot', `0.${a[3]}`, `1.${b[3]}`],
      ['cold', `0.${a[4]}`, `1.${b[4]}`],
    ),
    screen: 'screen',
  });

/** A stereo plug to two mono plugs: tip to the first, ring to the second. */
const splitter = (id: string, name: string, from: string, to: string, pin = 'T', ring?: string): LeadKind =>
  lead({
    id,
    name,
    about: 'Left (tip) to the first plug, right (ring) to the second: each side on a socket of its own.',
    ends: [
      [from, 'stereo plug'],
      [to, 'left plug'],
      [to, 'right plug'],
    ],
    conductors: joined(
      ['sleeve', '0.S', ...(ring ? ['1.1', `1.${ring}`, '2.1', `2.${ring}`] : ['1.S', '2.S'])],
      ['tip', '0.T', `1.${pin}`],
      ['ring', '0.R', `2.${pin}`],
    ),
    screen: 'sleeve',
    usualLengthsM: [1, 2, 3],
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
  dataLead('usb-a-b', 'USB lead A to B', 'usb-a-plug', 'usb-b-plug', [1, 2, 3, 5]),
  dataLead('usb-c-b', 'USB lead C to B', 'usb-c-plug', 'usb-b-plug', [1, 2, 3]),
  dataLead('usb-a-c', 'USB lead A to C', 'usb-a-plug', 'usb-c-plug', [1, 2, 3]),
  dataLead('usb-c-c', 'USB lead C to C', 'usb-c-plug', 'usb-c-plug', [1, 2]),
  dataLead('usb-extension', 'USB extension lead A to A', 'usb-a-plug', 'usb-a-socket', [1, 3, 5]),
  dataLead('usb-c-a', 'USB adapter C to A', 'usb-c-plug', 'usb-a-socket', [0.1]),
  dataLead('usb-a-micro', 'USB lead A to micro', 'usb-a-plug', 'usb-micro-plug', [1, 2]),
  dataLead('usb-a-mini', 'USB lead A to mini', 'usb-a-plug', 'usb-mini-plug', [1, 2]),
  dataLead('usb-c-micro', 'USB lead C to micro', 'usb-c-plug', 'usb-micro-plug', [1]),
  dataLead('usb-extension-c', 'USB extension lead C to C', 'usb-c-plug', 'usb-c-socket', [1, 2]),
  dataLead('usb-a-c-adapter', 'USB adapter A to C', 'usb-a-plug', 'usb-c-socket', [0.1]),
  dataLead(
    'ieee1394-9-9',
    'IEEE 1394 lead 9-pin to 9-pin',
    'ieee1394-9-plug',
    'ieee1394-9-plug',
    [1, 2, 4.5],
    '1394',
  ),
  dataLead(
    'ieee1394-6-9',
    'IEEE 1394 lead 6-pin to 9-pin',
    'ieee1394-6-plug',
    'ieee1394-9-plug',
    [1, 2, 4.5],
    '1394',
  ),
  dataLead(
    'ieee1394-6-6',
    'IEEE 1394 lead 6-pin to 6-pin',
    'ieee1394-6-plug',
    'ieee1394-6-plug',
    [1, 2, 4.5],
    '1394',
  ),
  dataLead(
    'ieee1394-4-6',
    'IEEE 1394 lead 4-pin to 6-pin',
    'ieee1394-4-plug',
    'ieee1394-6-plug',
    [1, 2],
    '1394',
  ),
  dataLead(
    'tunnel-old-6',
    'Adapter, older tunnel port to IEEE 1394 6-pin',
    'tunnel-old-plug',
    'ieee1394-6-socket',
    [0.1],
    '1394',
  ),
  dataLead(
    'tunnel-old-9',
    'Adapter, older tunnel port to IEEE 1394 9-pin',
    'tunnel-old-plug',
    'ieee1394-9-socket',
    [0.1],
    '1394',
  ),
  dataLead(
    'tunnel-c-old',
    'Adapter, USB-C-shaped tunnel port to older',
    'tunnel-c-plug',
    'tunnel-old-socket',
    [0.1],
    '1394',
  ),
  // Plastic fibre to 10 m, passive picture leads to 10 m, Bluetooth in a room to 10 m, MIDI 15 m (MIDI 1.0, memory).
  // All but the last common practice, no published source.
  signalLead({
    id: 'optical',
    name: 'Optical lead',
    about: 'Light: S/PDIF stereo or ADAT eight channels; no hum can pass.',
    connector: 'optical-plug',
    maxLengthM: 10,
  }),
  signalLead({
    id: 'hdmi',
    name: 'HDMI lead',
    about: 'Picture and sound from a camera or computer.',
    connector: 'hdmi-plug',
    maxLengthM: 10,
  }),
  signalLead({
    id: 'optical-mini',
    name: 'Optical lead to a mini-plug',
    about: 'From an ordinary optical socket into a combined optical and analogue mini-jack.',
    connector: 'optical-plug',
    other: 'mini-optical-plug',
    maxLengthM: 10,
  }),
  // Coaxial, 75 ohms; common practice, no published source, for the length.
  signalLead({
    id: 'bnc',
    name: 'Word clock lead (BNC)',
    about: 'Coaxial, 75 ohms: one device’s clock to another. It carries no sound.',
    connector: 'bnc-plug',
    maxLengthM: 30,
  }),
  signalLead({
    id: 'bluetooth',
    name: 'Bluetooth link',
    about: 'No wire at all; about 0.2 s late, so never for hearing oneself or for a talker in the room.',
    connector: 'bluetooth-plug',
    maxLengthM: 10,
    // Usual delay of the plain Bluetooth audio profile. Common practice, no published source.
    delayMs: 180,
  }),
  supplyLead(
    'mains-earthed',
    'Mains lead, earthed',
    'Three wires; its earth protects lives and is never lifted.',
    ['mains-earthed-plug', 'mains-earthed-plug'],
    ['L', 'N', 'E'],
  ),
  supplyLead(
    'mains-two-pin',
    'Mains lead, two pins',
    'For double-insulated gear; has no earth to lift.',
    ['mains-two-pin-plug', 'mains-two-pin-plug'],
    ['L', 'N'],
  ),
  supplyLead(
    'dc-barrel',
    'DC lead',
    'From a supply to a device; check volts and polarity on both labels.',
    ['dc-barrel-plug', 'dc-barrel-plug'],
    ['+', '-'],
  ),
  signalLead({
    id: 'midi',
    name: 'MIDI lead',
    about: 'Tells an instrument what to play; carries no sound.',
    connector: 'midi-plug',
    maxLengthM: 15,
  }),
  balanced(
    'xlr-trs-socket',
    'Adapter XLR pins to TRS 6.35 mm socket',
    'A line lead with a 6.35 mm plug goes on as XLR.',
    ['trs-635-socket', 'socket', 'S', 'T', 'R'],
    ['xlr-male', 'pins', '1', '2', '3'],
  ),
  balanced(
    'xlr-swap',
    'XLR polarity swap',
    'Legs 2 and 3 exchanged: turns a reversed microphone the right way round.',
    ['xlr-female', 'holes', '1', '2', '3'],
    ['xlr-male', 'pins', '1', '3', '2'],
  ),
  balanced(
    'mini-extension',
    'Mini-jack extension lead',
    'Adds length to an unbalanced lead, and hum with it.',
    ['trs-35-socket', 'socket', 'S', 'T', 'R'],
    ['trs-35-plug', 'plug', 'S', 'T', 'R'],
  ),
  balanced(
    'mini-to-635',
    'Adapter 3.5 mm socket to 6.35 mm plug',
    'Headphones with a small plug into a large socket.',
    ['trs-35-socket', 'small socket', 'S', 'T', 'R'],
    ['trs-635-plug', 'large plug', 'S', 'T', 'R'],
  ),
  balanced(
    'big-to-35',
    'Adapter 6.35 mm socket to 3.5 mm plug',
    'Headphones with a large plug into a small socket.',
    ['trs-635-socket', 'large socket', 'S', 'T', 'R'],
    ['trs-35-plug', 'small plug', 'S', 'T', 'R'],
  ),
  splitter('mini-two-trs', 'Splitter lead: mini-jack to two TRS 6.35 mm', 'trs-35-plug', 'trs-635-plug'),
  splitter('mini-two-rca', 'Splitter lead: mini-jack to two RCA', 'trs-35-plug', 'rca-plug'),
  splitter('mini-two-xlr', 'Splitter lead: mini-jack to two XLR pins', 'trs-35-plug', 'xlr-male', '2', '3'),
  splitter('trs-two-rca', 'Splitter lead: TRS 6.35 mm to two RCA', 'trs-635-plug', 'rca-plug'),
  lead({
    id: 'rca',
    name: 'RCA lead',
    about: 'Consumer line, one side.',
    ends: [
      ['rca-plug', 'a'],
      ['rca-plug', 'b'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T']),
    screen: 'sleeve',
    usualLengthsM: [1, 2, 3, 5],
  }),
  lead({
    id: 'rca-xlr',
    name: 'RCA to XLR pins lead',
    about: 'Consumer line into a balanced input; the return leg lies on the sleeve.',
    ends: [
      ['rca-plug', 'RCA'],
      ['xlr-male', 'pins'],
    ],
    conductors: joined(['sleeve', '0.S', '1.1', '1.3'], ['tip', '0.T', '1.2']),
    screen: 'sleeve',
    usualLengthsM: [1, 2, 3],
  }),
  lead({
    id: 'ts-xlr',
    name: 'TS 6.35 mm to XLR pins lead',
    about: 'Unbalanced output into an XLR input; the return leg lies on the sleeve.',
    ends: [
      ['ts-635-plug', 'plug'],
      ['xlr-male', 'pins'],
    ],
    conductors: joined(['sleeve', '0.S', '1.1', '1.3'], ['tip', '0.T', '1.2']),
    screen: 'sleeve',
  }),
  lead({
    id: 'xlr-mini-balanced',
    name: 'XLR holes to mini-jack lead, balanced wiring',
    about:
      'The other common wiring: pin 2 on the tip, pin 3 on the ring. In a stereo socket the sides fight.',
    ends: [
      ['xlr-female', 'holes'],
      ['trs-35-plug', 'mini-jack'],
    ],
    conductors: joined(['screen', '0.1', '1.S'], ['hot', '0.2', '1.T'], ['cold', '0.3', '1.R']),
    screen: 'screen',
    usualLengthsM: [1, 3],
  }),
  lead({
    id: 'y-sum',
    name: 'Summing lead: stereo mini-jack to one TS 6.35 mm',
    about: 'A plain Y: both outputs are tied together and drive each other.',
    ends: [
      ['trs-35-plug', 'mini-jack'],
      ['ts-635-plug', 'plug'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['both', '0.T', '0.R', '1.T']),
    screen: 'sleeve',
    usualLengthsM: [1, 2],
  }),
  lead({
    id: 'xlr-y',
    name: 'XLR Y lead: one output to two inputs',
    about: 'One microphone to two desks: each input loads it, and phantom must come from one only.',
    ends: [
      ['xlr-female', 'holes'],
      ['xlr-male', 'pins 1'],
      ['xlr-male', 'pins 2'],
    ],
    conductors: joined(
      ['screen', '0.1', '1.1', '2.1'],
      ['hot', '0.2', '1.2', '2.2'],
      ['cold', '0.3', '1.3', '2.3'],
    ),
    screen: 'screen',
    usualLengthsM: [0.5],
  }),
  lead({
    id: 'loudspeaker',
    name: 'Loudspeaker lead',
    about: 'Thick and unscreened, from an amplifier to a loudspeaker without one. Never for a microphone.',
    ends: [
      ['loudspeaker-plug', 'a'],
      ['loudspeaker-plug', 'b'],
    ],
    conductors: joined(['plus', '0.1+', '1.1+'], ['minus', '0.1-', '1.1-']),
    usualLengthsM: [3, 6, 10],
  }),
  lead({
    id: 'mini-mono',
    name: 'Mono mini-jack lead',
    about: 'Two contacts, 3.5 mm both ends. In a stereo socket it ties the right side to the sleeve.',
    ends: [
      ['ts-35-plug', 'a'],
      ['ts-35-plug', 'b'],
    ],
    conductors: joined(['sleeve', '0.S', '1.S'], ['tip', '0.T', '1.T']),
    screen: 'sleeve',
    usualLengthsM: [1, 2],
  }),
  ...[
    ['mini-pad', 'Attenuating lead, stereo mini-jack', 'trs-35-plug', 'mini-jack from the line output'],
    ['ts-mini-pad', 'Attenuating lead: TS 6.35 mm to mini-jack', 'ts-635-plug', 'plug from the line output'],
    ['rca-mini-pad', 'Attenuating lead: RCA to mini-jack', 'rca-plug', 'RCA from the line output'],
    ['xlr-mini-pad', 'Attenuating lead: XLR holes to mini-jack', 'xlr-female', 'holes to the line output'],
  ].map(([id, name, from, label]) => {
    const pin = from === 'xlr-female' ? '0.2' : '0.T';
    const sleeve = from === 'xlr-female' ? ['0.1', '0.3'] : ['0.S'];
    const stereo = from === 'trs-35-plug';
    return lead({
      id: id!,
      name: name!,
      about:
        'Resistors in the plug take 30 dB off: a line output becomes as weak as a microphone, for cameras and small recorders.',
      ends: [
        [from!, label!],
        ['trs-35-plug', 'mini-jack to the microphone socket'],
      ],
      conductors: joined(['sleeve', ...sleeve, '1.S'], ...(stereo ? [] : [joinedSides])),
      elements: (stereo ? ['T', 'R'] : ['T']).flatMap((side): CircuitElement[] => [
        {
          kind: 'resistor',
          id: `series-${side}`,
          a: stereo ? `0.${side}` : pin,
          b: `1.${side}`,
          ohms: 10_000,
        },
        { kind: 'resistor', id: `shunt-${side}`, a: `1.${side}`, b: '1.S', ohms: 330 },
      ]),
      screen: 'sleeve',
      usualLengthsM: [1, 2, 3],
    });
  }),
  lead({
    id: 'headset-splitter',
    name: 'Headset splitter: TRRS plug to two mini-jack sockets',
    about: 'A headset jack as two sockets: headphones on one, a microphone with plug-in power on the other.',
    ends: [
      ['trrs-35-plug', 'headset plug'],
      ['trs-35-socket', 'headphone socket'],
      ['trs-35-socket', 'microphone socket'],
    ],
    conductors: joined(
      ['ground', '0.R2', '1.S', '2.S'],
      ['left', '0.T', '1.T'],
      ['right', '0.R1', '1.R'],
      ['microphone', '0.S', '2.T', '2.R'],
    ),
    screen: 'ground',
    usualLengthsM: [0.2],
  }),
  lead({
    id: 'xlr-trrs',
    name: 'XLR holes to headset plug lead',
    about: 'A microphone into the microphone contact of a phone or laptop; its few volts feed no condenser.',
    ends: [
      ['xlr-female', 'holes'],
      ['trrs-35-plug', 'headset plug'],
    ],
    conductors: joined(['screen', '0.1', '0.3', '1.R2'], ['hot', '0.2', '1.S']),
    screen: 'screen',
    usualLengthsM: [1, 3],
  }),
];
