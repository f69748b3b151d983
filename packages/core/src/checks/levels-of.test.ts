import type { InputElement } from '../catalogue';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { withPads } from './by-hand.testing';
import { acceptedBy } from './levels-of';

/** What an input takes, its pads as they are set. */
const accepted = (pad1: boolean, onDb: number) => {
  const rig = rigOf({ devices: [{ id: 'box', model: 'interface-8', settings: { pad1 } }] });
  const { find } = solve(withPads(rig, onDb));
  const input = find
    .modelOf('box')!
    .elements.find((one): one is InputElement => one.kind === 'input' && one.signal === 'microphone')!;
  return acceptedBy(find, 'box', { ...input, accepts: [-60, 0] });
};

it('a pad that is in takes off so much, and so much more is taken: 20 dB', () => {
  expect(accepted(true, -20)).toEqual([-40, 20]);
  expect(accepted(false, -20)).toEqual([-60, 0]);
});

it('what adds level while it is on is no pad', () => expect(accepted(true, 20)).toEqual([-60, 0]));
