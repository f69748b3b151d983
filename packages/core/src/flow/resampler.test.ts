import { joinedDesk } from '../checks/joined.testing';
import { makeEngineMemory, solve } from '../offers';
import type { Rig } from '../rig';

/** When each voice is on its track, milliseconds. */
const lateness = (rig: Rig): number[] => {
  const { heard } = solve(rig, makeEngineMemory());
  return rig.apps[0]!.tracks.map(({ id }) => {
    const sink = heard.sinks.find(({ track }) => track === id)!;
    return heard.arrivals.find((arrival) => arrival.sink === sink.node && !arrival.isStray)!.lateMs;
  });
};
const joined = (rig: Rig, change: Partial<Rig['joinedInputs'][number]['members'][number]>): Rig => ({
  ...rig,
  joinedInputs: rig.joinedInputs.map((one) => ({
    ...one,
    members: one.members.map((member) => (member.device === one.clock ? member : { ...member, ...change })),
  })),
});

describe('a resampler in a joined input', () => {
  const rig = joinedDesk(['mic-usb', 'mic-usb']);
  const resampled = lateness(joined(rig, { resampled: true }));
  const straight = lateness(joined(rig, { resampled: false }));

  it('makes whoever follows a millisecond late, and whoever leads not at all (common practice, no published source)', () => {
    expect(resampled[0]! - straight[0]!).toBeCloseTo(0, 9);
    expect(resampled[1]! - straight[1]!).toBeCloseTo(1, 9);
  });

  it('takes as long as is assumed', () => {
    const slow = { ...joined(rig, { resampled: true }), assumptions: { ...rig.assumptions, resamplerMs: 4 } };
    expect(lateness(slow)[1]! - straight[1]!).toBeCloseTo(4, 9);
  });
});

it('what goes out by whoever follows is late by as much: music, and what is played back', () => {
  const rig = joinedDesk(['mic-usb', 'mic-usb']);
  const out = (resampled: boolean): Rig => {
    const [one] = rig.joinedInputs;
    const [follower] = one!.members.filter(({ device }) => device !== one!.clock);
    const output = { joined: one!.id };
    const [recorder] = rig.apps;
    const player = { ...recorder!, id: 'music', kind: 'player' as const, input: null, output, tracks: [] };
    return {
      ...rig,
      joinedInputs: [{ ...one!, outputs: [{ device: follower!.device, stream: 'usb-out', resampled }] }],
      apps: [{ ...recorder!, output, monitorMs: 8 }, player],
    };
  };
  const delays = (resampled: boolean) =>
    [...solve(out(resampled), makeEngineMemory()).graph.out.values()]
      .flat()
      .filter(
        ({ terms: [term] }) =>
          term && 'words' in term.because && /^plays (back|into)/.test(term.because.words),
      )
      .map(({ delayMs }) => delayMs);
  const [late, straight] = [delays(true), delays(false)];
  expect(straight.length).toBeGreaterThan(3);
  late.forEach((delayMs, at) => expect(delayMs - straight[at]!).toBeCloseTo(1, 9));
});
