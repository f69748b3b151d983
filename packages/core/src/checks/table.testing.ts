import { tuned } from '../offers';
import { moveSeat, seatRound, setAssumptions, type Rig, type Spot } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';

/** Several people round one table, each at a microphone of the same kind, on a desk of eight. For tests. */
export interface Table {
  mic: string;
  count: number;
  /** From mouth to microphone, metres. */
  distanceM: number;
  /** From mouth to mouth where it is not the usual 1.2 m, metres. */
  apartM?: number;
  /** Straight across their microphones by so many degrees. */
  offAxisDeg?: number;
  reverbS?: number;
  volumeM3?: number;
  leastApartDb?: number;
}

const NAMES = ['ann', 'bob', 'cleo', 'dan', 'eve'];

/** Places further from or nearer to the middle of the table. */
const spread = (spot: Spot, factor: number): Spot => ({
  ...spot,
  xM: spot.xM * factor,
  yM: spot.yM * factor,
});

/** The desk with nobody on the plan. */
export const deskOf = ({ mic, count, distanceM, offAxisDeg = 0 }: Table): Rig => {
  const names = NAMES.slice(0, count);
  const isPowered = mic.includes('condenser') || mic === 'mic-boundary';
  const numbers = names.map((_, index) => index + 1);
  return rigOf({
    devices: [
      ...names.map((name) => ({ id: `mic-${name}`, model: mic, name: `${name}’s microphone` })),
      {
        id: 'desk',
        model: 'interface-8',
        settings: { phantom1: isPowered, phantom2: isPowered },
      },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', numbers)] },
    ],
    leads: [
      ...names.map((name, index) => ({
        kind: 'xlr',
        ends: [`mic-${name}.out`, `desk.in${index + 1}`],
        lengthM: 3,
      })),
      { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
    people: people(...names),
    placements: names.map((name) => seat(name, `mic-${name}`, distanceM, 'capsule', offAxisDeg)),
  });
};

/** The same with everyone in their seats and every gain turned. */
export const tableOf = (table: Table): Rig => {
  const seated = after(deskOf(table), seatRound, (rig) =>
    setAssumptions(rig, {
      ...rig.assumptions,
      ...(table.reverbS === undefined ? {} : { roomReverbS: table.reverbS }),
      ...(table.leastApartDb === undefined ? {} : { leastApartDb: table.leastApartDb }),
      ...(table.volumeM3 === undefined ? {} : { roomVolumeM3: table.volumeM3 }),
    }),
  );
  const factor = (table.apartM ?? 1.2) / 1.2;
  return tuned(
    after(
      seated,
      ...seated.people.map(
        ({ id, spot }) =>
          (rig: Rig) =>
            moveSeat(rig, id, spread(spot!, factor)),
      ),
    ),
  );
};
