import { buildRig, placeAt, type Rig, type RigRows } from '../rig';

/** Small rigs, each with one classic mistake. */

const recorder = (device: string, stream: string, channels: [name: string, channel: number][]) => ({
  id: 'recorder',
  name: 'Recorder',
  kind: 'recorder' as const,
  input: { device, stream },
  output: null,
  tracks: channels.map(([name, channel]) => ({ id: name.toLowerCase().replace(/ /g, '-'), name, channel })),
});

export const condenserOnAdapter = buildRig({
  name: 'Mistake: condenser on an adapter lead',
  notes: 'The adapter lead has a small preamp and no phantom. The condenser stays silent.',
  devices: [
    { id: 'mic', model: 'mic-condenser-budget', name: 'Budget condenser' },
    { id: 'adapter', model: 'adapter-xlr-usb', name: 'Adapter lead', settings: { gain1: 20 } },
    {
      id: 'laptop',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [recorder('adapter', 'usb-in', [['Voice', 1]])],
    },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic.out', 'adapter.in1'], lengthM: 3 },
    { kind: 'usb-c-b', ends: ['laptop.usb1', 'adapter.usb'], lengthM: 1 },
  ],
  people: [{ id: 'volunteer', name: 'Volunteer', effort: 'normal' }],
  placements: [{ person: 'volunteer', device: 'mic', capsule: 'capsule', distanceM: 0.15, offAxisDeg: 0 }],
});

export const receiverOnOneInput = buildRig({
  name: 'Mistake: wireless receiver on one input',
  notes: 'The receiver sends the same sound on both sides; a balanced input takes the difference.',
  devices: [
    { id: 'receiver', model: 'receiver-dual', name: 'Wireless receiver', settings: { mode: 'mono' } },
    { id: 'interface', model: 'interface-2', name: 'Interface', settings: { gain1: 44 } },
    {
      id: 'laptop',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [
        recorder('interface', 'usb-in', [
          ['Tour', 1],
          ['Questions', 2],
        ]),
      ],
    },
  ],
  leads: [
    { kind: 'mini-trs', ends: ['receiver.out', 'interface.in1'], lengthM: 1 },
    { kind: 'usb-c-c', ends: ['laptop.usb1', 'interface.usb'], lengthM: 1 },
  ],
  people: [{ id: 'guide', name: 'Tour guide', effort: 'raised' }],
  placements: [{ person: 'guide', device: 'receiver', capsule: 'capsule1', distanceM: 0.2, offAxisDeg: 0 }],
});

export const quietBroadcaster = buildRig({
  name: 'Mistake: quiet voice, low-output microphone',
  notes: 'A broadcast dynamic far from a soft voice asks for more gain than the interface has.',
  devices: [
    { id: 'mic', model: 'mic-dynamic-broadcast', name: 'Broadcast dynamic' },
    { id: 'interface', model: 'interface-2', name: 'Interface', settings: { gain1: 56 } },
    {
      id: 'laptop',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [recorder('interface', 'usb-in', [['Reader', 1]])],
    },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic.out', 'interface.in1'], lengthM: 3 },
    { kind: 'usb-c-c', ends: ['laptop.usb1', 'interface.usb'], lengthM: 1 },
  ],
  people: [{ id: 'reader', name: 'Reader', effort: 'normal' }],
  placements: [{ person: 'reader', device: 'mic', capsule: 'capsule', distanceM: 0.25, offAxisDeg: 0 }],
});

export const usbTooFar = buildRig({
  name: 'Mistake: USB microphone at the far end of the gallery',
  notes: 'Two USB leads in a row are longer than the bus allows.',
  target: 'live',
  devices: [
    { id: 'mic', model: 'mic-usb', name: 'Gallery microphone', settings: { gain: 33 } },
    {
      id: 'desktop',
      model: 'desktop',
      name: 'Streaming computer',
      apps: [recorder('mic', 'usb-in', [['Gallery', 1]])],
    },
  ],
  leads: [{ kind: 'usb-a-c', ends: ['desktop.usb1', 'mic.usb'], lengthM: 8 }],
  people: [{ id: 'curator', name: 'Curator', effort: 'raised' }],
  placements: [{ person: 'curator', device: 'mic', capsule: 'capsule', distanceM: 0.2, offAxisDeg: 0 }],
});

/** Volunteers round a table, the microphones pushed to its middle: from mouth to microphone as far as to a neighbour’s. */
const volunteers = ['Bosun', 'Mate', 'Purser'].map((name, index) => ({
  id: name.toLowerCase(),
  name,
  microphone: `mic-${index + 1}`,
  input: index + 1,
  turnDeg: 90 + 120 * index,
}));

/** From the middle of the table to each mouth, metres. */
const TO_THE_MIDDLE_M = 0.85;

export const microphonesInTheMiddle = buildRig({
  name: 'Mistake: three voices, microphones in the middle of the table',
  notes: 'Everyone is in every microphone. Seen on the plan of the table.',
  devices: [
    ...volunteers.map(({ microphone, name }) => ({
      id: microphone,
      model: 'mic-condenser-large',
      name: `${name}’s microphone`,
      place: 'Reading room table',
    })),
    {
      id: 'interface',
      model: 'interface-8',
      name: 'Interface',
      settings: { phantom1: true, gain1: 48, gain2: 48, gain3: 48 },
    },
    {
      id: 'laptop',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [
        recorder(
          'interface',
          'usb-in',
          volunteers.map(({ name, input }) => [name, input]),
        ),
      ],
    },
  ],
  leads: [
    ...volunteers.map(({ microphone, input }) => ({
      kind: 'xlr',
      ends: [`${microphone}.out`, `interface.in${input}`],
      lengthM: 3,
    })),
    { kind: 'usb-c-b', ends: ['laptop.usb1', 'interface.usb'], lengthM: 1 },
  ],
  people: volunteers.map(({ id, name, turnDeg }) => ({
    id,
    name,
    effort: 'raised' as const,
    // Facing the middle.
    spot: { ...placeAt({ xM: 0, yM: 0 }, turnDeg + 180, TO_THE_MIDDLE_M), turnDeg },
  })),
  placements: volunteers.map(({ id, microphone }) => ({
    person: id,
    device: microphone,
    capsule: 'capsule',
    distanceM: 0.75,
    offAxisDeg: 0,
  })),
});

/** A person at a hand-held microphone close to the mouth. */
const close = (person: string, device: string) => ({
  person,
  device,
  capsule: 'capsule',
  distanceM: 0.05,
  offAxisDeg: 0,
});

export const echoingReturn = buildRig({
  name: 'Mistake: the caller hears themselves',
  notes: 'The call plays into the desk, and the desk sends the call its whole mix. Seen under Feeds.',
  target: 'live',
  devices: [
    { id: 'harbour-mic', model: 'mic-dynamic-hand', name: "Harbour master's microphone" },
    {
      id: 'desk',
      model: 'mixer-podcast',
      name: 'Reading room desk',
      settings: { gain1: 47, 'phones-volume1': -26 },
    },
    {
      id: 'laptop',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [
        {
          id: 'call',
          name: 'Call',
          kind: 'call',
          input: { device: 'desk', stream: 'main' },
          output: { device: 'desk', stream: 'return' },
          tracks: [],
        },
      ],
    },
    { id: 'phones', model: 'headphones', name: 'Headphones' },
  ],
  leads: [
    { kind: 'xlr', ends: ['harbour-mic.out', 'desk.in1'], lengthM: 3 },
    { kind: 'usb-c-c', ends: ['laptop.usb1', 'desk.usb1'], lengthM: 1 },
    { kind: 'mini-trs', ends: ['phones.in', 'desk.phones1'], lengthM: 2 },
  ],
  people: [{ id: 'harbour-master', name: 'Harbour master', effort: 'raised' }],
  placements: [close('harbour-master', 'harbour-mic')],
});

export const doubledMonitor = buildRig({
  name: 'Mistake: a voice twice in the headphones',
  notes: 'The interface lets the voice through at once, the recorder plays it back a moment later.',
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand', name: "Archivist's microphone" },
    {
      id: 'interface',
      model: 'interface-2',
      name: 'Interface',
      settings: { gain1: 47, 'phones-volume': -26 },
    },
    {
      id: 'laptop',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [
        {
          ...recorder('interface', 'usb-in', [['Archivist', 1]]),
          output: { device: 'interface', stream: 'usb-out' },
          monitorMs: 12,
        },
      ],
    },
    { id: 'phones', model: 'headphones', name: 'Headphones' },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic.out', 'interface.in1'], lengthM: 3 },
    { kind: 'usb-c-c', ends: ['laptop.usb1', 'interface.usb'], lengthM: 1 },
    { kind: 'mini-trs', ends: ['phones.in', 'interface.phones'], lengthM: 2 },
  ],
  people: [{ id: 'archivist', name: 'Archivist', effort: 'raised' }],
  placements: [close('archivist', 'mic')],
});

/** Storytellers at the gallery bench, each with a USB microphone of their own; two singers share a stereo one. */
const storytellers = ['Storyteller', 'Translator'].map((name, index) => ({
  id: name.toLowerCase(),
  name,
  microphone: `usb-mic-${index + 1}`,
}));

/** Two USB microphones and a stereo one as one input of the gallery computer, as they are plugged in. */
const joinedMicrophones = (
  rows: Pick<RigRows, 'name' | 'notes'> & { leads: RigRows['leads']; others?: RigRows['devices'] },
  isFollowing: boolean,
): Rig =>
  buildRig({
    ...rows,
    devices: [
      ...storytellers.map(({ microphone, name }) => ({
        id: microphone,
        model: 'mic-usb',
        name: `${name}’s microphone`,
        settings: { gain: 24 },
      })),
      { id: 'pair-mic', model: 'mic-usb-stereo', name: 'Singers’ microphone', settings: { gain: 24 } },
      ...(rows.others ?? []),
      {
        id: 'desktop',
        model: 'desktop',
        name: 'Gallery computer',
        apps: [
          {
            ...recorder('pair-mic', 'usb-in', [
              ['Storyteller', 1],
              ['Translator', 2],
              ['Alto', 3],
              ['Bass', 4],
            ]),
            input: { joined: 'bench' },
          },
        ],
      },
    ],
    joinedInputs: [
      {
        id: 'bench',
        computer: 'desktop',
        name: 'Bench and singers',
        members: [
          { device: 'usb-mic-1', stream: 'usb-in', resampled: false },
          { device: 'usb-mic-2', stream: 'usb-in', resampled: isFollowing },
          { device: 'pair-mic', stream: 'usb-in', resampled: true },
        ],
        clock: 'usb-mic-1',
      },
    ],
    people: [
      ...storytellers.map(({ id, name }) => ({ id, name, effort: 'raised' as const })),
      { id: 'alto', name: 'Alto', effort: 'raised' },
      { id: 'bass', name: 'Bass', effort: 'raised' },
    ],
    placements: [
      ...storytellers.map(({ id, microphone }) => close(id, microphone)),
      { ...close('alto', 'pair-mic'), capsule: 'capsule1' },
      { ...close('bass', 'pair-mic'), capsule: 'capsule2' },
    ],
  });

export const driftingMicrophones = joinedMicrophones(
  {
    name: 'Mistake: USB microphones joined, one left to drift',
    notes: 'Three USB microphones as one input. Each has a clock of its own; one is not made to follow.',
    leads: [
      ...storytellers.map(({ microphone }, at) => ({
        kind: 'usb-a-c',
        ends: [`desktop.usb${at + 1}`, `${microphone}.usb`],
        lengthM: 2,
      })),
      { kind: 'usb-a-c', ends: ['desktop.usb3', 'pair-mic.usb'], lengthM: 3 },
    ],
  },
  false,
);

export const crowdedHub = joinedMicrophones(
  {
    name: 'Mistake: three USB microphones on a hub without a supply',
    notes:
      'To save a walk round the table all three hang on the small hub from the bag: they crackle, or are not there.',
    others: [{ id: 'hub', model: 'hub-bus', name: 'Bag hub' }],
    leads: [
      { kind: 'usb-a-b', ends: ['desktop.usb1', 'hub.up'], lengthM: 1 },
      ...[...storytellers.map(({ microphone }) => microphone), 'pair-mic'].map((id, at) => ({
        kind: 'usb-a-c',
        ends: [`hub.down${at + 1}`, `${id}.usb`],
        lengthM: 2,
      })),
    ],
  },
  true,
);
