import { fixesFor, solveRig } from '../offers';
import { applyEdit, sayIntent, type Rig } from '../rig';
import { recorder, rigOf, people, seat } from '../rig/testing';
import { callerAt } from './bad-desks.testing';

/** Levels in ears against one another. Common practice, no published source. */

/** Two at an interface, the second with headphones at an amplifier of their own behind its line outputs. */
const amplified = (volumeDb: number): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'interface-2', name: 'Desk', settings: { gain1: 54, 'phones-volume': -25 } },
      { id: 'amp', model: 'headphone-amplifier', name: 'Amplifier', settings: { volume1: volumeDb } },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
      { id: 'others', model: 'headphones', name: 'Guest’s headphones' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      { kind: 'trs-635', ends: ['desk.outL', 'amp.inL'], lengthM: 2 },
      { kind: 'trs-635', ends: ['desk.outR', 'amp.inR'], lengthM: 2 },
      { kind: 'mini-trs', ends: ['others.in', 'amp.phones1'], lengthM: 2 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  });

const said = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'uneven-ears');

it.each([
  [-30, true],
  [-12, false],
])('headphones at an amplifier turned to %d dB: told as advice, %s', (volumeDb, isTold) => {
  const rig = amplified(volumeDb);
  expect(said(rig).map(({ severity }) => severity)).toEqual(isTold ? ['advice'] : []);
  if (isTold) {
    const [fix] = fixesFor(rig, said(rig)[0]!.id);
    expect(fix!.label).toMatch(/^Turn .* of Amplifier up to/);
    expect(said(applyEdit(rig, fix!.edit).rig)).toEqual([]);
  }
});

it('who is drowned is named, by how much, and the louder is turned down first', () => {
  const rig = callerAt(10);
  const [found] = said(rig);
  expect(found).toMatchObject({ severity: 'caution' });
  expect(found!.title).toMatch(/^ANN is 13 dB quieter than the far end of Call in Headphones$/);
  expect(found!.figures[0]!.value - found!.figures[1]!.value).toBeCloseTo(13, 0);
  const [fix] = fixesFor(rig, found!.id);
  expect(said(applyEdit(rig, fix!.edit).rig)).toEqual([]);
  expect(fix!.label).toMatch(/^Turn USB 1/);
});

it('what is to be quieter by the operator’s own word is not told', () => {
  const rig = callerAt(10);
  const said10 = (['ann', 'bob'] as const).reduce(
    (now, person) => applyEdit(now, sayIntent(now, { person }, { device: 'ears' }, 'quieter', 12)).rig,
    rig,
  );
  expect(said(rig)).toHaveLength(1);
  expect(said(said10)).toEqual([]);
});
