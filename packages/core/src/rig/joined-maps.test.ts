import * as fc from 'fast-check';
import { joinedDesk } from '../checks/joined.testing';
import { modelById } from '../catalogue';
import { applyEdit } from './edit';
import { joinedChannels, newJoined, putJoined, removeJoined } from './joined';
import { after } from './testing';
import type { Rig } from './types';

/** Which channel of a joined input is which of which member: by hand, and whatever is joined. */

/** Each channel as its device and which of its channels it is. */
const mapOf = (rig: Rig): string[] =>
  joinedChannels(rig, rig.joinedInputs[0]!).map(({ device, of }) => `${device}.${of}`);

describe('twelve joinings by hand (common practice, no published source: each goes on after the one before)', () => {
  it.each([
    [['mic-usb'], 'd0.1'],
    [['mic-usb', 'mic-usb'], 'd0.1 d1.1'],
    [['mic-usb-stereo', 'mic-usb'], 'd0.1 d0.2 d1.1'],
    [['mic-usb', 'mic-usb-stereo'], 'd0.1 d1.1 d1.2'],
    [['mic-usb-stereo', 'mic-usb-stereo'], 'd0.1 d0.2 d1.1 d1.2'],
    [['interface-1', 'mic-usb'], 'd0.1 d1.1'],
    [['interface-2', 'mic-usb'], 'd0.1 d0.2 d1.1'],
    [['mic-usb', 'interface-2', 'mic-usb'], 'd0.1 d1.1 d1.2 d2.1'],
    [['interface-4', 'mic-usb'], 'd0.1 d0.2 d0.3 d0.4 d1.1'],
    [['interface-4', 'interface-2'], 'd0.1 d0.2 d0.3 d0.4 d1.1 d1.2'],
    [['mixer-4-usb', 'mic-usb'], 'd0.1 d0.2 d0.3 d0.4 d0.5 d0.6 d1.1'],
    [['mic-usb', 'mic-usb', 'mic-usb', 'mic-usb-stereo'], 'd0.1 d1.1 d2.1 d3.1 d3.2'],
  ] as const)('%s', (models, map) => expect(mapOf(joinedDesk(models)).join(' ')).toBe(map));
});

const MODELS = [
  'mic-usb',
  'mic-usb-stereo',
  'mic-usb-plain',
  'interface-1',
  'interface-2',
  'interface-4',
  'mixer-4-usb',
];
const orders = fc.array(fc.constantFrom(...MODELS), { minLength: 1, maxLength: 4 });

describe('whatever is joined', () => {
  it('in any order the numbers have no gap and no double, and every channel has one', () => {
    fc.assert(
      fc.property(orders, (models) => {
        const rig = joinedDesk(models);
        const numbers = joinedChannels(rig, rig.joinedInputs[0]!).map(({ channel }) => channel);
        const all = models.reduce(
          (sum, model) => sum + modelById(model).streams.find(({ id }) => id === 'usb-in')!.channels.length,
          0,
        );
        expect(numbers).toEqual(Array.from({ length: all }, (_, at) => at + 1));
        expect(new Set(mapOf(rig)).size).toBe(all);
      }),
      { numRuns: 60 },
    );
  });

  it('taking it apart, joining anew, and the steps back: every track and choice is as it was', () => {
    fc.assert(
      fc.property(orders, fc.nat(5), (models, at) => {
        const rig = joinedDesk(models);
        const [joined] = rig.joinedInputs;
        const members = [...joined!.members];
        members.push(...members.splice(0, at % members.length));
        const moved = applyEdit(rig, putJoined(rig, { ...joined!, members }));
        const apart = applyEdit(moved.rig, removeJoined(moved.rig, 'all'));
        const anew = applyEdit(apart.rig, putJoined(apart.rig, newJoined('again', 'pc', members)));
        const back = [anew, apart, moved].reduce((now, { inverse }) => after(now, inverse), anew.rig);
        expect(back).toEqual(rig);
      }),
      { numRuns: 60 },
    );
  });
});
