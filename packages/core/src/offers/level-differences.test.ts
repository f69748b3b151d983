import { DEMO_RIGS } from '../demo';
import { changeDevice, putPlacement, removeLead, setControl, type Edit, type Rig } from '../rig';
import { after } from '../rig/testing';
import { levelDifferences } from './level-differences';
import { strandRow } from './levels-page';
import { solve } from './solve-rig';

const museum = DEMO_RIGS[0]!.rig;
const rows = (rig: Rig) => solve(rig).strands.map(strandRow);
const against = (...edits: ((rig: Rig) => Edit)[]) =>
  levelDifferences(rows(museum), rows(after(museum, ...edits)));
const atTracks = (found: ReturnType<typeof levelDifferences>) =>
  found.filter(({ sinkLabel }) => sinkLabel.startsWith('Track'));

describe('what another state of a rig changes at every listener', () => {
  it('nothing in a copy, nor by what no sound passes', () => {
    expect(against()).toEqual([]);
    expect(against((rig) => changeDevice(rig, 'guest-mic', { place: 'Stairs' }))).toEqual([]);
  });

  it('six decibels less gain are six decibels less on the one track, and nothing on the other', () => {
    const found = atTracks(against((rig) => setControl(rig, 'mixer', 'gain1', 48)));
    expect(found.map(({ sourceName }) => sourceName)).toEqual(['Keeper']);
    expect(found[0]).toMatchObject({ only: null });
    expect(found[0]!.levelDb).toBeCloseTo(-6, 6);
    expect(found[0]!.roomDb).toBeCloseTo(6, 6);
    // The room and the microphone are turned down along with the voice; what the amplifier makes by itself is not.
    expect(found[0]!.overNoiseDb!).toBeLessThan(0);
    expect(found[0]!.overNoiseDb!).toBeGreaterThan(-3);
  });

  it('twice as far is 6.02 dB less (inverse square) but for the room, and nearer the noise by as much', () => {
    const seat = museum.placements.find(({ person }) => person === 'guest')!;
    const found = atTracks(
      against((rig) => putPlacement(rig, { ...seat, distanceM: 2 * seat.distanceM })),
    ).find(({ sourceName }) => sourceName === 'Guest')!;
    // 0.9 dB against 1 m comes back from the room, 4.8 less by a cardioid.
    const power = (distanceM: number) => distanceM ** -2 + 10 ** ((0.9 - 4.77) / 10);
    const expected = 10 * Math.log10(power(2 * seat.distanceM) / power(seat.distanceM));
    expect(found.levelDb).toBeCloseTo(expected, 1);
    expect(found.overNoiseDb).toBeCloseTo(found.levelDb!, 6);
  });

  it('what arrives in one of the two only has no figures', () => {
    const lead = museum.leads.find(({ ends }) =>
      ends.some((end) => end && 'device' in end && end.device === 'guest-mic'),
    )!;
    const gone = against((rig) => removeLead(rig, lead.id)).filter(
      ({ sourceName }) => sourceName === 'Guest',
    );
    expect(gone.length).toBeGreaterThan(0);
    for (const one of gone) expect(one).toMatchObject({ only: 'now', levelDb: null, roomDb: null });
    const back = levelDifferences(rows(after(museum, (rig) => removeLead(rig, lead.id))), rows(museum));
    expect(back.filter(({ sourceName }) => sourceName === 'Guest').map(({ only }) => only)).toEqual(
      gone.map(() => 'then'),
    );
  });
});

it('half a tenth of a decibel nobody hears, more somebody may read off a meter', () => {
  const [row] = rows(museum).filter(({ arrives }) => arrives);
  const at = (overNoiseDb: number) =>
    levelDifferences([{ ...row!, overNoiseDb: 0 }], [{ ...row!, overNoiseDb }]);
  expect(at(0.05)).toEqual([]);
  expect(at(-0.06).map(({ overNoiseDb }) => overNoiseDb)).toEqual([-0.06]);
});
