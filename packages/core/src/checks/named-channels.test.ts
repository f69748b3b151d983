import { pointId, type FlowSource, type Heard } from '../flow';
import { solve } from '../offers';
import { recorder, rigOf } from '../rig/testing';
import { namedChannels } from './named-channels';

/** An interface recorded on both inputs, and what is heard there written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'box', model: 'interface-2' },
    { id: 'pc', model: 'laptop-c', apps: [recorder('box', [1, 2])] },
  ],
  leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] }],
});
const solved = solve(rig);
const voice = (name: string) => ({ name, level: 0, crestDb: 0 }) as FlowSource;
/** So loud at a channel, dB; a power of a tenth is −10 dB. */
const at = (db: number): Heard => ({ taps: [{ lateMs: 0, re: 10 ** (db / 20), im: 0 }] });

/** By channel, by voice. */
const named = (heard: Record<string, number>[]) => {
  const names = [...new Set(heard.flatMap((one) => Object.keys(one)))];
  const channels = namedChannels(solved, rig.apps[0]!);
  const everywhere = new Map(
    heard.map((one, index) => [
      pointId('box', channels[index]!.point),
      new Map(Object.entries(one).map(([name, db]) => [names.indexOf(name), at(db)])),
    ]),
  );
  return namedChannels(
    {
      ...solved,
      heard: { ...solved.heard, everywhere },
      graph: { ...solved.graph, sources: names.map(voice) },
    },
    rig.apps[0]!,
  );
};
const said = (...heard: Record<string, number>[]) =>
  named(heard).map(({ channel, label, who, source }) => ({ channel, label, who, source }));

it('each channel by its label, and the loudest on it, whoever comes first', () => {
  const expected = [
    { channel: 1, label: 'USB input 1', who: 'Ann', source: expect.any(Number) },
    { channel: 2, label: 'USB input 2', who: 'Bob', source: expect.any(Number) },
  ];
  expect(said({ Ann: -20, Bob: -50 }, { Ann: -50, Bob: -20 })).toEqual(expected);
  expect(said({ Bob: -50, Ann: -20 }, { Bob: -20, Ann: -50 })).toEqual(expected);
});

it('nobody where nothing comes, or all of it is at −100 dBFS or below (common practice, no published source)', () => {
  expect(said({}, { Ann: -100, Bob: -140 }).map(({ who, source }) => [who, source])).toEqual([
    [undefined, undefined],
    [undefined, undefined],
  ]);
  expect(said({ Ann: -99.9 }, {})[0]).toMatchObject({ who: 'Ann', source: 0 });
});
