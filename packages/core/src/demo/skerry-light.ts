import { deskControlId } from '../catalogue';
import { buildRig } from '../rig';

const track = (id: string, name: string, channel: number) => ({ id, name, channel });

/**
 * The Skerry Light museum's oral-history desk: three people in the room, the
 * keeper, a guest and the guest's soft-spoken neighbour, a caller, effects, loudspeakers, headphones.
 * The caller hears both by the
 * auxiliary, which leaves the caller's own channel out. One lead is wrong: the caller's laptop hangs on a microphone input whose phantom is on for the guest.
 */
export const skerryLight = buildRig({
  name: 'Skerry Light oral history',
  notes:
    'Lamp room, first Thursday of the month. The guest sits by the window. The caller joins on the museum laptop.',
  devices: [
    {
      id: 'keeper-mic',
      model: 'mic-dynamic-broadcast',
      name: "Keeper's microphone",
      place: 'Lamp room table',
    },
    { id: 'guest-mic', model: 'mic-condenser-large', name: 'Guest microphone', place: 'Lamp room table' },
    {
      id: 'neighbour-mic',
      model: 'mic-condenser-small',
      name: "Neighbour's microphone",
      place: 'Lamp room table',
    },
    {
      id: 'caller-laptop',
      model: 'laptop-c',
      name: "Caller's laptop",
      place: 'Side table',
      settings: { 'jack-volume': -10 },
      apps: [
        {
          id: 'call',
          name: 'Call',
          kind: 'call',
          input: { device: 'caller-dongle', stream: 'usb-in' },
          output: { device: 'caller-laptop', stream: 'jack-out' },
          tracks: [],
        },
      ],
    },
    { id: 'caller-dongle', model: 'dongle-c', name: 'Microphone dongle of the laptop', place: 'Side table' },
    { id: 'effects', model: 'player', name: 'Effects player', place: 'Side table' },
    {
      id: 'mixer',
      model: 'mixer-4-usb',
      name: 'Lamp room mixer',
      place: 'Side table',
      settings: {
        phantom: true,
        gain1: 54,
        gain2: 44,
        gain3: 8,
        gain4: 47,
        'phones-volume': -21,
        'main-volume': -27,
        'send-volume': -6,
        [deskControlId.send('send', 'ch1')]: 0,
        [deskControlId.send('send', 'ch2')]: 0,
        [deskControlId.send('send', 'ch4')]: 0,
      },
    },
    {
      id: 'recorder',
      model: 'desktop',
      name: 'Recording computer',
      place: 'Side table',
      apps: [
        {
          id: 'recorder',
          name: 'Recorder',
          kind: 'recorder',
          input: { device: 'mixer', stream: 'usb-in' },
          output: { device: 'mixer', stream: 'usb-out' },
          tracks: [
            track('keeper', 'Keeper', 1),
            track('guest', 'Guest', 2),
            track('caller', 'Caller', 3),
            track('neighbour', 'Neighbour', 4),
            track('effects-l', 'Effects left', 5),
            track('effects-r', 'Effects right', 6),
          ],
        },
      ],
    },
    { id: 'phones', model: 'headphones', name: 'Headphones', place: 'Side table' },
    { id: 'speaker-l', model: 'loudspeaker', name: 'Loudspeaker left', place: 'Gallery' },
    { id: 'speaker-r', model: 'loudspeaker', name: 'Loudspeaker right', place: 'Gallery' },
  ],
  leads: [
    { id: 'keeper-lead', kind: 'xlr', ends: ['keeper-mic.out', 'mixer.in1'], lengthM: 3 },
    { id: 'guest-lead', kind: 'xlr', ends: ['guest-mic.out', 'mixer.in2'], lengthM: 6 },
    { id: 'neighbour-lead', kind: 'xlr', ends: ['neighbour-mic.out', 'mixer.in4'], lengthM: 6 },
    { id: 'caller-lead', kind: 'mini-xlr', ends: ['caller-laptop.jack', 'mixer.in3'], lengthM: 3 },
    { id: 'caller-back', kind: 'ts-mini-pad', ends: ['mixer.send', 'caller-dongle.mic'], lengthM: 3 },
    { id: 'caller-usb', kind: 'usb-c-c', ends: ['caller-laptop.usb1', 'caller-dongle.usb'], lengthM: 1 },
    { id: 'effects-lead', kind: 'mini', ends: ['effects.out', 'mixer.aux'], lengthM: 1 },
    { id: 'usb-lead', kind: 'usb-a-b', ends: ['recorder.usb1', 'mixer.usb'], lengthM: 2 },
    { id: 'phones-lead', kind: 'mini-trs', ends: ['phones.in', 'mixer.phones'], lengthM: 2 },
    { id: 'speaker-lead-l', kind: 'trs-635', ends: ['mixer.outL', 'speaker-l.in'], lengthM: 6 },
    { id: 'speaker-lead-r', kind: 'trs-635', ends: ['mixer.outR', 'speaker-r.in'], lengthM: 6 },
  ],
  people: [
    { id: 'keeper', name: 'Keeper', effort: 'raised', spot: { xM: -0.6, yM: 0, turnDeg: 90 } },
    { id: 'guest', name: 'Guest', effort: 'normal', spot: { xM: 0.6, yM: 0, turnDeg: -90 } },
    {
      id: 'neighbour',
      name: 'Neighbour',
      effort: 'normal',
      againstUsualDb: -4,
      spot: { xM: 0, yM: -0.9, turnDeg: 0 },
    },
  ],
  placements: [
    { person: 'keeper', device: 'keeper-mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 },
    { person: 'guest', device: 'guest-mic', capsule: 'capsule', distanceM: 0.26, offAxisDeg: 0 },
    { person: 'neighbour', device: 'neighbour-mic', capsule: 'capsule', distanceM: 0.1, offAxisDeg: 0 },
  ],
});
