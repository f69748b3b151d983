import { pointId } from '../../flow';
import { solve } from '../../offers';
import { wear } from '../../rig';
import { after, people, rigOf, seat } from '../../rig/testing';
import { quietenWorn } from './worn';

/** Ann before her microphone, with headphones of a kind on her head. */
const offered = (model: string): string[] => {
  const rig = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', settings: { gain1: 40 } },
      { id: 'ears', model, name: 'Ears' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
      { kind: 'mini-trs', ends: ['ears.in', 'box.phones'] },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.1)],
  });
  const solved = solve(after(rig, (now) => wear(now, 'ears', 'ann')));
  const leaks = solved.graph.into
    .get(pointId('mic', 'capsule'))!
    .filter(({ from }) => solved.graph.nodes.get(from)?.device === 'ears');
  return quietenWorn(solved, leaks.slice(0, 1), 6).map(({ label }) => label);
};

it('closed headphones in place of open ones; in place of closed ones, or tighter, nothing', () => {
  expect(offered('headphones-open')).toEqual(['Wear closed headphones in place of Ears']);
  for (const tight of ['headphones', 'earphones']) expect(offered(tight)).toEqual([]);
});
