import { tuned } from '../offers';
import type { Rig } from '../rig';
import { call, people, recorder, rigOf, seat, type Rows } from '../rig/testing';

/** Ordinary desks, as practitioners put them together, every gain turned to what the voice wants. For tests. */

/** One voice at a microphone on an XLR lead into the first input of a desk with USB, onto a track. */
const single = (
  mic: string,
  desk: string,
  options: { distanceM?: number; leadM?: number; settings?: object; tracks?: number[] } = {},
): Rows => {
  const { distanceM = 0.08, leadM = 3, settings = {}, tracks = [1] } = options;
  const stream = desk === 'mixer-podcast' ? 'tracks' : 'usb-in';
  const port = desk === 'mixer-podcast' ? 'usb1' : 'usb';
  const connector = ['interface-4', 'interface-8', 'mixer-2-usb', 'mixer-4-usb', 'interface-18'].includes(
    desk,
  )
    ? 'usb-c-b'
    : 'usb-c-c';
  return {
    devices: [
      { id: 'mic', model: mic },
      { id: 'desk', model: desk, settings: { ...settings } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', tracks, stream)] },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: leadM },
      { id: 'data', kind: connector, ends: ['pc.usb1', `desk.${port}`], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', distanceM)],
  };
};

const more = (rows: Rows, added: Rows): Rows => ({
  ...rows,
  devices: [...rows.devices, ...added.devices],
  leads: [...(rows.leads ?? []), ...(added.leads ?? [])],
  people: [...(rows.people ?? []), ...(added.people ?? [])],
  placements: [...(rows.placements ?? []), ...(added.placements ?? [])],
});

const ROWS: Record<string, Rows> = {
  'hand-held dynamic, one-input interface': single('mic-dynamic-hand', 'interface-1', { distanceM: 0.05 }),
  'hand-held dynamic, two-input interface': single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
  'hand-held dynamic, four-input interface': single('mic-dynamic-hand', 'interface-4'),
  'hand-held dynamic, eight-input interface, 20 m': single('mic-dynamic-hand', 'interface-8', { leadM: 20 }),
  'hand-held dynamic, mixer, 30 m': single('mic-dynamic-hand', 'mixer-4-usb', { leadM: 30 }),
  'hand-held dynamic, podcast mixer': single('mic-dynamic-hand', 'mixer-podcast'),
  'broadcast dynamic close, podcast mixer': single('mic-dynamic-broadcast', 'mixer-podcast', {
    distanceM: 0.04,
  }),
  'large condenser, interface': single('mic-condenser-large', 'interface-2', {
    distanceM: 0.2,
    settings: { phantom1: true },
  }),
  'budget condenser, interface': single('mic-condenser-budget', 'interface-2', {
    distanceM: 0.2,
    settings: { phantom1: true },
  }),
  'budget condenser, mixer': single('mic-condenser-budget', 'mixer-4-usb', {
    distanceM: 0.2,
    settings: { phantom: true },
  }),
  'large condenser, podcast mixer, 15 m': single('mic-condenser-large', 'mixer-podcast', {
    distanceM: 0.25,
    leadM: 15,
    settings: { phantom1: true },
  }),
  'USB microphone': {
    devices: [
      { id: 'mic', model: 'mic-usb' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('mic', [1])] },
    ],
    leads: [{ id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'mic.usb'], lengthM: 1 }],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.15)],
  },
  'two dynamics, headphones, powered loudspeakers on balanced leads': more(
    single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
    {
      devices: [
        { id: 'mic2', model: 'mic-dynamic-hand' },
        { id: 'ears', model: 'headphones' },
        { id: 'left', model: 'loudspeaker' },
        { id: 'right', model: 'loudspeaker' },
      ],
      leads: [
        { id: 'voice2', kind: 'xlr', ends: ['mic2.out', 'desk.in2'], lengthM: 3 },
        { id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
        { id: 'to-left', kind: 'trs-635', ends: ['desk.outL', 'left.in'], lengthM: 3 },
        { id: 'to-right', kind: 'trs-635', ends: ['desk.outR', 'right.in'], lengthM: 3 },
      ],
    },
  ),
  'earthed mixer, earthed loudspeakers by TRS to XLR': more(single('mic-dynamic-hand', 'mixer-4-usb'), {
    devices: [
      { id: 'left', model: 'loudspeaker' },
      { id: 'right', model: 'loudspeaker' },
    ],
    leads: [
      { id: 'to-left', kind: 'trs-xlr', ends: ['desk.outL', 'left.in'], lengthM: 6 },
      { id: 'to-right', kind: 'trs-xlr', ends: ['desk.outR', 'right.in'], lengthM: 6 },
    ],
  }),
  'effects player in the stereo return': more(single('mic-dynamic-hand', 'mixer-4-usb'), {
    devices: [
      { id: 'player', model: 'player' },
      { id: 'ears', model: 'headphones' },
    ],
    leads: [
      { id: 'effects', kind: 'mini', ends: ['player.out', 'desk.aux'], lengthM: 1 },
      { id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
    ],
  }),
  'guitar in the instrument input': more(
    single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05, tracks: [1, 2] }),
    {
      devices: [{ id: 'guitar', model: 'guitar' }],
      leads: [{ id: 'strings', kind: 'ts-635', ends: ['guitar.out', 'desk.in2'], lengthM: 3 }],
    },
  ),
  'keyboard left and right, line inputs': {
    devices: [
      { id: 'keys', model: 'keyboard' },
      { id: 'desk', model: 'interface-2' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2])] },
    ],
    leads: [
      { id: 'l', kind: 'ts-635', ends: ['keys.left', 'desk.in1'], lengthM: 3 },
      { id: 'r', kind: 'ts-635', ends: ['keys.right', 'desk.in2'], lengthM: 3 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'separate preamp into a line input': {
    ...single('mic-dynamic-hand', 'interface-2'),
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'pre', model: 'preamp-two', settings: { gain1: 55 } },
      { id: 'desk', model: 'interface-2', settings: { gain1: 14 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'pre.mic1'], lengthM: 3 },
      { id: 'line', kind: 'trs-635', ends: ['pre.line1', 'desk.in1'], lengthM: 1 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'booster behind a broadcast dynamic': {
    ...single('mic-dynamic-broadcast', 'interface-2'),
    devices: [
      { id: 'mic', model: 'mic-dynamic-broadcast' },
      { id: 'booster', model: 'booster' },
      { id: 'desk', model: 'interface-2', settings: { phantom1: true, gain1: 28 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { id: 'short', kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
      { id: 'voice', kind: 'xlr', ends: ['booster.out', 'desk.in1'], lengthM: 6 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'lapel microphone by its adapter, phantom on': {
    ...single('mic-lavalier', 'mixer-4-usb'),
    devices: [
      { id: 'mic', model: 'mic-lavalier' },
      { id: 'adapter', model: 'plugin-adapter' },
      { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true, gain1: 40 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { id: 'short', kind: 'mini', ends: ['mic.out', 'adapter.in'], lengthM: 1 },
      { id: 'voice', kind: 'xlr', ends: ['adapter.out', 'desk.in1'], lengthM: 3 },
      { id: 'data', kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
    placements: [seat('ann', 'mic', 0.12)],
  },
  'lapel microphone in a pocket recorder': {
    devices: [
      { id: 'mic', model: 'mic-lavalier' },
      { id: 'rec', model: 'recorder-pocket' },
    ],
    leads: [{ id: 'voice', kind: 'mini', ends: ['mic.out', 'rec.mic'], lengthM: 1 }],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.2)],
  },
  'two dynamics in a field recorder': {
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'mic2', model: 'mic-dynamic-hand' },
      { id: 'rec', model: 'recorder-field', settings: { gain1: 50, gain2: 50 } },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'rec.in1'], lengthM: 3 },
      { id: 'voice2', kind: 'xlr', ends: ['mic2.out', 'rec.in2'], lengthM: 3 },
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic', 0.05), seat('bob', 'mic2', 0.05)],
  },
  'condenser in a field recorder on 48 V': {
    devices: [
      { id: 'mic', model: 'mic-condenser-budget' },
      { id: 'rec', model: 'recorder-field', settings: { phantom: 'P48' } },
    ],
    leads: [{ id: 'voice', kind: 'xlr', ends: ['mic.out', 'rec.in1'], lengthM: 3 }],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.2)],
  },
  'wireless pair, stereo mode, splitter into two line inputs': {
    devices: [
      { id: 'rx', model: 'receiver-dual', settings: { mode: 'stereo' } },
      { id: 'desk', model: 'interface-2' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2])] },
    ],
    leads: [
      { id: 'split', kind: 'mini-two-ts', ends: ['rx.out', 'desk.in1', 'desk.in2'], lengthM: 1 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'rx', 0.2, 'capsule1'), seat('bob', 'rx', 0.2, 'capsule2')],
  },
  'one wireless microphone on XLR': single('wireless-xlr', 'interface-2', { distanceM: 0.1 }),
  'laptop through the isolator box beside a condenser on phantom': more(
    single('mic-condenser-large', 'mixer-4-usb', { distanceM: 0.2, settings: { phantom: true } }),
    {
      devices: [
        {
          id: 'caller',
          model: 'laptop-c',
          apps: [{ ...call('caller', null, 'jack-out'), id: 'clips', name: 'Clips', kind: 'player' }],
        },
        { id: 'box', model: 'isolator-laptop' },
        { id: 'ears', model: 'headphones' },
      ],
      leads: [
        { id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
        { id: 'to-box', kind: 'mini', ends: ['caller.jack', 'box.in'], lengthM: 1 },
        { id: 'caller-in', kind: 'xlr', ends: ['box.out', 'desk.in3'], lengthM: 3 },
      ],
    },
  ),
  'podcast mixer, two computers, one records': more(
    single('mic-dynamic-hand', 'mixer-podcast', { distanceM: 0.05 }),
    {
      devices: [{ id: 'pc2', model: 'laptop-c' }],
      leads: [{ id: 'data2', kind: 'usb-c-c', ends: ['pc2.usb1', 'desk.usb2'], lengthM: 1 }],
    },
  ),
  'podcast mixer, two computers, the second streams the mix': more(
    single('mic-dynamic-hand', 'mixer-podcast', { distanceM: 0.05 }),
    {
      devices: [
        {
          id: 'pc2',
          model: 'laptop-c',
          apps: [
            {
              id: 'stream',
              name: 'Stream',
              kind: 'encoder',
              input: { device: 'desk', stream: 'second' },
              output: null,
              tracks: [],
            },
          ],
        },
      ],
      leads: [{ id: 'data2', kind: 'usb-c-c', ends: ['pc2.usb1', 'desk.usb2'], lengthM: 1 }],
    },
  ),
  'podcast mixer, its main mix recorded': {
    ...single('mic-dynamic-hand', 'mixer-podcast', { distanceM: 0.05 }),
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-podcast' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2], 'main')] },
    ],
  },
  'podcast mixer, a call on the second computer': more(
    single('mic-dynamic-hand', 'mixer-podcast', { distanceM: 0.05 }),
    {
      devices: [
        { id: 'pc2', model: 'laptop-c', apps: [call('desk', 'second', 'second-return')] },
        { id: 'ears', model: 'headphones' },
      ],
      leads: [
        { id: 'data2', kind: 'usb-c-c', ends: ['pc2.usb1', 'desk.usb2'], lengthM: 1 },
        { id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones1'], lengthM: 2 },
      ],
    },
  ),
  'podcast mixer, a call on the main computer, minus own': more(
    {
      ...single('mic-dynamic-hand', 'mixer-podcast', { distanceM: 0.05 }),
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-podcast', settings: { 'stream.main.kind': 'minus own' } },
        {
          id: 'pc',
          model: 'laptop-c',
          apps: [recorder('desk', [1], 'tracks'), call('desk', 'main', 'return')],
        },
      ],
    },
    {
      devices: [{ id: 'ears', model: 'headphones' }],
      leads: [{ id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones1'], lengthM: 2 }],
    },
  ),
  'compact mixer, one mix for everything, two voices': more(
    {
      ...single('mic-dynamic-hand', 'mixer-2-usb', { distanceM: 0.05 }),
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-2-usb' },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2])] },
      ],
    },
    {
      devices: [
        { id: 'mic2', model: 'mic-dynamic-hand' },
        { id: 'ears', model: 'headphones' },
      ],
      leads: [
        { id: 'voice2', kind: 'xlr', ends: ['mic2.out', 'desk.in2'], lengthM: 3 },
        { id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      ],
      people: people('bob'),
      placements: [seat('bob', 'mic2', 0.05)],
    },
  ),
  'compact mixer, a player in its stereo line': more(
    {
      ...single('mic-dynamic-hand', 'mixer-2-usb', { distanceM: 0.05 }),
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-2-usb' },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2])] },
      ],
    },
    {
      devices: [{ id: 'player', model: 'player' }],
      leads: [{ id: 'effects', kind: 'mini-trs', ends: ['player.out', 'desk.line'], lengthM: 1 }],
    },
  ),
  'small mixer, a call by its main mix minus own, channels recorded': more(
    {
      ...single('mic-dynamic-hand', 'mixer-4-usb', { distanceM: 0.05 }),
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb', settings: { 'stream.usb-mix.kind': 'minus own' } },
        {
          id: 'pc',
          model: 'laptop-c',
          apps: [recorder('desk', [1]), call('desk', 'usb-mix', 'usb-out')],
        },
      ],
    },
    {
      devices: [{ id: 'ears', model: 'headphones' }],
      leads: [{ id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 }],
    },
  ),
  'small mixer, a camera on the auxiliary by an attenuating lead': {
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      {
        id: 'desk',
        model: 'mixer-4-usb',
        settings: { gain1: 52, 'send-volume': 0, 'send.send.ch1': 0 },
      },
      { id: 'cam', model: 'camera', settings: { gain: 0, 'plugin-power': false } },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { id: 'feed', kind: 'ts-mini-pad', ends: ['desk.send', 'cam.mic'], lengthM: 2 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  },
  'large mixer, a stage monitor on its first mix': {
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-32', settings: { 'send.mix1.ch1': -10 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
      { id: 'wedge', model: 'loudspeaker' },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 15 },
      { id: 'data', kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      { id: 'to-wedge', kind: 'xlr', ends: ['desk.out1', 'wedge.in'], lengthM: 15 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  },
  'USB microphone with headphones in it': {
    devices: [
      { id: 'mic', model: 'mic-usb' },
      { id: 'ears', model: 'headphones' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('mic', [1]), call('mic', 'usb-in', 'usb-out')] },
    ],
    leads: [
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'mic.usb'], lengthM: 1 },
      { id: 'to-ears', kind: 'mini', ends: ['ears.in', 'mic.phones'], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.15)],
  },
  'headphone amplifier on the line outputs': more(
    single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
    {
      devices: [
        { id: 'amp', model: 'headphone-amplifier' },
        { id: 'ears', model: 'headphones' },
        { id: 'ears2', model: 'headphones-250' },
      ],
      leads: [
        { id: 'to-amp-l', kind: 'trs-635', ends: ['desk.outL', 'amp.inL'], lengthM: 1 },
        { id: 'to-amp-r', kind: 'trs-635', ends: ['desk.outR', 'amp.inR'], lengthM: 1 },
        { id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'amp.phones1'], lengthM: 2 },
        { id: 'to-ears2', kind: 'mini-trs', ends: ['ears2.in', 'amp.phones2'], lengthM: 2 },
      ],
    },
  ),
  'XLR run made of three leads': {
    ...single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', null], lengthM: 10 },
      { id: 'second', kind: 'xlr', ends: ['voice/1', null], lengthM: 10 },
      { id: 'third', kind: 'xlr', ends: ['second/1', 'desk.in1'], lengthM: 10 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'loud voice at a condenser, in-line pad': {
    ...single('mic-condenser-budget', 'interface-2', { distanceM: 0.05, settings: { phantom1: true } }),
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', null], lengthM: 3 },
      { id: 'pad', kind: 'xlr-pad-20', ends: ['voice/1', 'desk.in1'], lengthM: 0 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'guitar through a DI box, 20 m': {
    devices: [
      { id: 'guitar', model: 'guitar' },
      { id: 'di', model: 'di-passive' },
      { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 30 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { id: 'strings', kind: 'ts-635', ends: ['guitar.out', 'di.in'], lengthM: 3 },
      { id: 'run', kind: 'xlr', ends: ['di.out', 'desk.in1'], lengthM: 20 },
      { id: 'data', kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'line return on XLR with the pad on': {
    devices: [
      { id: 'line', model: 'line-receiver' },
      { id: 'desk', model: 'interface-2', settings: { pad1: true } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { id: 'run', kind: 'xlr', ends: ['line.out', 'desk.in1'], lengthM: 3 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
  },
  'camera fed by an attenuating lead': {
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 52, 'main-volume': 0 } },
      { id: 'cam', model: 'camera', settings: { gain: 0, 'plugin-power': false } },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { id: 'feed', kind: 'ts-mini-pad', ends: ['desk.outL', 'cam.mic'], lengthM: 2 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  },
  'two dynamics on one desk, one recorder, loudspeakers with mini-jack on the computer': more(
    single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
    {
      devices: [{ id: 'small', model: 'loudspeaker-rca' }],
      leads: [{ id: 'to-small', kind: 'mini', ends: ['pc.jack', 'small.in'], lengthM: 2 }],
    },
  ),
  'interface behind a hub with its own supply': {
    ...single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'interface-2' },
      { id: 'hub', model: 'hub-powered' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { id: 'data', kind: 'usb-a-c', ends: ['hub.down1', 'desk.usb'], lengthM: 1 },
      { id: 'up', kind: 'usb-c-b', ends: ['pc.usb1', 'hub.up'], lengthM: 1 },
    ],
  },
  'call on the interface, nobody brought back': more(
    single('mic-dynamic-hand', 'interface-2', { distanceM: 0.05 }),
    {
      devices: [{ id: 'ears', model: 'headphones' }],
      leads: [{ id: 'to-ears', kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 }],
    },
  ),
};

/** Every ordinary desk as it comes out of its boxes: nobody has turned a gain. */
export const untunedDesks = (): readonly [name: string, rig: Rig][] =>
  Object.entries(ROWS).map(([name, rows]) => [name, { ...rigOf(rows), name }]);

let tunedDesks: [name: string, rig: Rig][] | undefined;
/** Every ordinary desk, its gains turned. Worked out once for all test files. */
export const ordinaryDesks = (): readonly [name: string, rig: Rig][] =>
  (tunedDesks ??= untunedDesks().map(([name, rig]) => [name, tuned(rig)]));
