import { OFF, oncePer, type DeskMix, type DeviceModel } from '../catalogue';
import { reachable } from '../flow';

/** Where sound goes inside a model from each of its points, whatever its controls stand at. */
export type Inside = ReadonlyMap<string, readonly string[]>;

/** The same ways, against the sound. */
export const turnedRound = (ways: Inside): Inside => {
  const back = new Map<string, string[]>();
  for (const [from, all] of ways) for (const to of all) back.set(to, [...(back.get(to) ?? []), from]);
  return back;
};

/** A strip, a mix: places of a desk that are no points of their own. */
const within = (kind: string, id: string): string => `${kind} ${id}`;

/** Every way a model has by any setting: its paths, and through its desk from any strip into any mix it can be sent to. */
export const insideOf = oncePer((model: DeviceModel): Inside => {
  const ways = new Map<string, string[]>();
  const way = (from: string, to: string) => ways.set(from, [...(ways.get(from) ?? []), to]);
  for (const { from, to } of model.paths) way(from, to);
  for (const { id, takes } of model.desk?.strips ?? []) {
    for (const point of takes.flatMap(({ points }) => points)) way(point, within('strip', id));
    for (const mix of model.desk!.mixes)
      if (!mix.without?.includes(id)) way(within('strip', id), within('mix', mix.id));
  }
  for (const { id, to } of model.desk?.mixes ?? []) for (const point of to) way(within('mix', id), point);
  for (const { takes, to } of model.desk?.streams ?? [])
    for (const point of to)
      way('mix' in takes ? within('mix', takes.mix) : within('strip', takes.strip), point);
  return ways;
});

/** Outputs that get nothing as their desk comes: every strip's send to the mix behind them is off. */
export const shutAtFirst = oncePer((model: DeviceModel): ReadonlySet<string> => {
  const back = turnedRound(insideOf(model));
  const isShut = ({ initial, sends }: DeskMix) => initial === OFF && sends === undefined;
  const shut = new Set((model.desk?.mixes ?? []).filter(isShut).map(({ id }) => within('mix', id)));
  const behind = (id: string) => reachable([id], (place) => [...(back.get(place) ?? [])]);
  return new Set(
    model.elements.flatMap(({ kind, id }) =>
      kind === 'output' && [...behind(id)].some((place) => shut.has(place)) ? [id] : [],
    ),
  );
});
