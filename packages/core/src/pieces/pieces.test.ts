import { readPartsList, rigOfPieces } from '.';

/** Parts lists as people write them, and what is on the table. Common practice, no published source. */
const LISTS: [text: string, devices: string][] = [
  ['2 condenser mics, small mixer with usb, laptop', '2 mic-condenser-large, 1 mixer-4-usb, 1 laptop-c'],
  [
    'Two dynamic microphones and a two-input interface, laptop',
    '2 mic-dynamic-hand, 1 interface-2, 1 laptop-c',
  ],
  ['USB mic and laptop', '1 mic-usb, 1 laptop-c'],
  ['usb microphones x3; powered usb hub; tower pc', '3 mic-usb, 1 hub-powered, 1 desktop'],
  [
    '4x broadcast mic\n1x podcast mixer\n4x headphones',
    '4 mic-dynamic-broadcast, 1 mixer-podcast, 4 headphones',
  ],
  ['- guitar\n- vocal mic\n- 2-channel audio interface', '1 guitar, 1 mic-dynamic-hand, 1 interface-2'],
  ['wireless lavalier set into camera', '1 receiver-dual, 1 camera'],
  ['a pair of studio monitors', '2 loudspeaker'],
  ['two pairs of headphones', '2 headphones'],
  ['a pair of condenser mics', '2 mic-condenser-large'],
  ['turntable (2), mixer', '2 turntable, 1 mixer-4-usb'],
  ['an interface with four inputs', '1 interface-4'],
  ['8-in interface, 6 dynamics, headphone amp', '1 interface-8, 6 mic-dynamic-hand, 1 headphone-amplifier'],
  ['lapel mic, notebook', '1 mic-lavalier, 1 laptop-c'],
  ['field recorder plus 2 shotgun mics', '1 recorder-field, 2 mic-shotgun'],
  ['mixer without usb', '1 mixer-4'],
  ['1 ribbon mic + inline booster + sound card', '1 mic-ribbon, 1 booster, 1 interface-2'],
  ['DI box, bass, active DI', '1 di-passive, 1 bass-active, 1 di-active'],
  ['computer speakers', '1 loudspeaker-rca'],
  [
    'earbuds, bluetooth headphones, open headphones',
    '1 earphones, 1 headphones-bluetooth, 1 headphones-open',
  ],
  ['an old laptop and a desktop', '1 laptop-earthed, 1 desktop'],
  ['phone', '1 phone'],
  ['ground loop isolator', '1 isolator-line'],
  ['phantom power supply, preamp', '1 phantom-supply, 1 preamp'],
  ['MIDI keyboard, synth, drum machine', '1 midi-keyboard, 1 keyboard, 1 drum-machine'],
  ['32 channel digital mixer', '1 mixer-32'],
  ['dock, usb-c dongle', '1 dock, 1 dongle-c'],
  ['gooseneck mic, boundary mic', '1 talkback, 1 mic-boundary'],
];

const devicesOf = (text: string): string =>
  readPartsList(text)
    .parts.map(({ count, model }) => `${count} ${model}`)
    .join(', ');

describe('a parts list, read', () => {
  it.each(LISTS)('%j', (text, devices) => {
    expect(devicesOf(text)).toBe(devices);
    expect(readPartsList(text).unknown).toEqual([]);
  });

  it('what is not understood is named as it was written, and nothing is made of it', () => {
    const { parts, unknown } = readPartsList('mic, a flux capacitor, laptop, 3 gizmos');
    expect(unknown).toEqual(['a flux capacitor', '3 gizmos']);
    expect(parts).toHaveLength(2);
  });

  it('stands and filters carry no sound, and are no pieces', () => {
    expect(readPartsList('2 mic stands, pop filter')).toMatchObject({ parts: [], unknown: [] });
  });

  it('leads are there, with their lengths; callers and streams are no devices', () => {
    expect(readPartsList('3 XLR cables 5 m, usb lead, a caller, live stream')).toMatchObject({
      parts: [],
      leads: [
        { kind: 'xlr', lengthM: 5, count: 3 },
        { kind: 'usb-a-b', lengthM: 3, count: 1 },
      ],
      callers: 1,
      streams: true,
    });
  });

  it('a thousand of a thing is a slip of the pen', () => {
    expect(devicesOf('1000 mics')).toBe('32 mic-dynamic-hand');
  });
});

describe('its pieces as a rig', () => {
  const rig = rigOfPieces(
    readPartsList('2 mics, mixer, laptop, second laptop, a caller, live stream'),
    'Table',
  );

  it('somebody at each microphone; a recorder and the stream on the first computer, the call on the last', () => {
    expect(rig.people.map(({ name }) => name)).toEqual(['Voice 1', 'Voice 2']);
    expect(rig.apps.map(({ kind, computer }) => `${kind} ${computer}`)).toEqual([
      'recorder laptop-c',
      'call laptop-c-2',
      'encoder laptop-c',
    ]);
    expect(rig.leads).toEqual([]);
  });

  it('three callers are three at the other end of one call', () => {
    const { apps } = rigOfPieces(readPartsList('mic, interface, laptop, 3 callers'), 'Table');
    expect(apps.find(({ kind }) => kind === 'call')!.farEnds!.map(({ name }) => name)).toEqual([
      'Caller 1',
      'Caller 2',
      'Caller 3',
    ]);
  });

  it('a telephone has a call of its own', () => {
    const phone = rigOfPieces(readPartsList('mic, mixer, laptop, phone'), 'Table');
    expect(phone.apps.map(({ kind, computer }) => `${kind} ${computer}`)).toEqual([
      'call phone',
      'recorder laptop-c',
    ]);
  });
});
