import type { FlowSource, Sink } from '../flow';
import { plainGraph } from '../flow/graph.testing';
import { takenOutDb } from './taken-out';

// ITU-T G.167 (memory): a canceller takes about 40 dB out of what its program plays itself and hears again within its window.
const graph = plainGraph([{ id: 'far', role: 'far-end' }, 'player', 'mouth'], [], []);
const far: FlowSource = { node: 'far', name: 'far', level: 0, crestDb: 12, app: 'call', farEnd: 'x' };
const sink: Sink = { node: 'hears', kind: 'call', label: '', device: 'pc', app: 'call', farEnd: 'x' };
const canceller = { noise: false, echo: true, networkMs: 60 };
const taken = (source: FlowSource, lateMs: number, takesOut: Sink['takesOut'] = canceller, to = sink) =>
  takenOutDb(graph, takesOut ? { ...to, takesOut } : to, source, lateMs);

describe('what a program takes out before a far end', () => {
  it('nothing where it takes nothing out', () => {
    expect(taken(far, 0, undefined)).toBe(40);
    expect(takenOutDb(graph, sink, far, 0)).toBe(0);
    expect(taken(far, 0, { ...canceller, echo: false })).toBe(0);
  });

  it('its own sound, for that far end, not another’s and not another program’s', () => {
    expect(taken({ ...far, farEnd: 'y' }, 100)).toBe(0);
    expect(taken({ ...far, app: 'other' }, 100)).toBe(0);
    expect(taken({ ...far, app: 'other', farEnd: 'y' }, 100)).toBe(0);
    expect(taken(far, 100)).toBe(40);
  });

  it.each([
    [120, 40],
    [370, 40],
    [370.1, 0],
    [300, 40],
    [1000, 0],
  ])('%f ms old, of which twice 60 ms are the network’s: %i dB, its window is 250 ms', (lateMs, db) =>
    expect(taken(far, lateMs)).toBe(db),
  );

  it('all of what is no voice, where it takes noise out', () => {
    const both = { ...canceller, noise: true };
    const player: FlowSource = { node: 'player', name: 'player', level: 0, crestDb: 12, app: 'sounds' };
    expect(taken(player, 0, both)).toBe(Infinity);
    expect(taken(player, 0)).toBe(0);
    expect(taken({ ...player, node: 'mouth', person: 'ann' }, 0, both)).toBe(0);
    expect(taken(far, 0, both)).toBe(40);
  });
});
