import { controlOf } from '../catalogue';
import { finding, type Check, type Found, type Solved } from './finding';
import { feedSwitch, switchFeed } from './fixes/feeds';

/** Whether anything whose sound arrives at a switched group of inputs lives on their supply. */
const isNeeded = ({ circuit, find }: Solved, device: string, control: string): boolean => {
  const elements = find.modelOf(device)?.elements ?? [];
  const legs = new Set(
    elements.flatMap((e) => (e.kind === 'feed' && (e.control ?? e.when?.control) === control ? e.legs : [])),
  );
  const inputs = new Set(elements.flatMap((e) => (e.kind === 'input' && legs.has(e.plus) ? [e.id] : [])));
  const livesOnIt = (id: string) =>
    find.modelOf(id)?.elements.some((e) => e.kind === 'load' && e.standard === 'P48') ?? false;
  return circuit.couplings.some(
    ({ from, to }) =>
      to.device === device &&
      inputs.has(to.element) &&
      (livesOnIt(from.device) || circuit.loads.some((load) => load.device === from.device && load.fed)),
  );
};

/** Phantom is on for a group of inputs and nothing there draws from it. */
export const phantomUnneeded: Check = (solved) => {
  const { find, circuit, rig } = solved;
  const seen = new Set<string>();
  return circuit.feeds.flatMap((feed): Found[] => {
    const element = find.modelOf(feed.device)?.elements.find(({ id }) => id === feed.element);
    const model = find.modelOf(feed.device);
    if (!feed.on || !model || element?.kind !== 'feed' || element.standard === 'plug-in') return [];
    const turn = feedSwitch(model, element);
    const key = `${feed.device} ${turn?.control}`;
    if (!turn || seen.has(key)) return [];
    seen.add(key);
    if (isNeeded(solved, feed.device, turn.control)) return [];
    const name = find.device(feed.device)?.name ?? feed.device;
    const label = controlOf(model, turn.control)?.label ?? 'Phantom';
    return [
      finding({
        code: 'phantom-unneeded',
        severity: 'advice',
        title: `${label} of ${name} is on, and nothing there needs it`,
        why: 'Moving-coil microphones work without phantom and do not get louder with it. Switched off, nothing plugged in later is startled or hurt by it.',
        places: [{ device: feed.device, control: turn.control }],
        figures: [
          {
            label: 'Drawn from the supply',
            value: Math.max(...feed.legs.map(({ milliamps }) => milliamps)),
            unit: 'mA',
            from: 'solved circuit, DC',
          },
        ],
        propose: () => switchFeed(rig, { device: feed.device, element: feed.element, turn, on: true }, false),
      }),
    ];
  });
};
