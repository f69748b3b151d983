import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { solve } from '../offers';
import { chance } from '../render/chance';
import { rigOf, type Rows } from '../rig/testing';

/**
 * Volts along ten trees of hubs and microphones, worked out once more by ngspice from a circuit drawn here: 5 V at each socket of
 * the computer, every lead there and back with its plugs (24 AWG 0.0842 Ω/m, wire table; 30 mΩ a contact, USB 2.0, memory),
 * what hangs on it as currents, 0.1 V lost in a hub without a supply (USB 2.0, memory).
 */

interface Node {
  id: string;
  kind: 'mic' | 'hub-bus' | 'hub-powered';
  /** The hub it hangs on; undefined: a socket of the computer. */
  on?: string;
  lengthM: number;
}

const MIC_AMPS = 0.15;
const HUB_AMPS = 0.1;

/** Things at random on the sockets of a desktop and of each other, never more than there are sockets. */
const treeAt = (seed: number): Node[] => {
  const random = chance(seed);
  const free: (string | undefined)[] = [undefined, undefined, undefined];
  return Array.from({ length: 9 }, (_, at): Node | undefined => {
    const [on] = free.splice(Math.floor(random() * free.length), 1);
    if (free.length === 0 && on === undefined) return undefined;
    const kind = at < 4 ? (random() < 0.6 ? 'hub-bus' : 'hub-powered') : 'mic';
    const id = `${kind === 'mic' ? 'm' : 'h'}${at}`;
    if (kind !== 'mic') free.push(id, id, id);
    return { id, kind, ...(on === undefined ? {} : { on }), lengthM: 1 + Math.floor(random() * 4) };
  }).filter((node) => node !== undefined);
};

const rigFrom = (tree: readonly Node[]) => {
  const used = new Map<string, number>();
  const socket = (on: string | undefined) => {
    const count = (used.get(on ?? 'pc') ?? 0) + 1;
    used.set(on ?? 'pc', count);
    return on === undefined ? `pc.usb${count}` : `${on}.down${count}`;
  };
  const rows: Rows = {
    devices: [
      ...tree.map(({ id, kind }) => ({ id, model: kind === 'mic' ? 'mic-usb' : kind })),
      { id: 'pc', model: 'desktop' },
    ],
    leads: tree.map(({ id, kind, on, lengthM }) => ({
      kind: kind === 'mic' ? 'usb-a-c' : 'usb-a-b',
      ends: [socket(on), kind === 'mic' ? `${id}.usb` : `${id}.up`],
      lengthM,
    })),
  };
  return rigOf(rows);
};

/** A hub with its own supply is a source anew; one without hands on what comes to it, less what it loses. */
const deckOf = (tree: readonly Node[]): string => {
  const lines = ['* usb tree', 'Vpc pc 0 5'];
  for (const { id, kind, on, lengthM } of tree) {
    const ohms = 2 * (lengthM * 0.0842 + 2 * 0.03);
    lines.push(`R${id} ${on === undefined ? 'pc' : `${on}x`} ${id} ${ohms}`);
    if (kind === 'mic') lines.push(`I${id} ${id} 0 ${MIC_AMPS}`);
    else if (kind === 'hub-powered') lines.push(`I${id} ${id} 0 0`, `V${id} ${id}x 0 5`);
    else lines.push(`I${id} ${id} 0 ${HUB_AMPS}`, `V${id} ${id} ${id}x 0.1`);
  }
  return [
    ...lines,
    '.op',
    '.control',
    'run',
    ...tree.map(({ id }) => `print v(${id})`),
    '.endc',
    '.end',
    '',
  ].join('\n');
};

const folder = mkdtempSync(join(tmpdir(), 'diaphon-usb-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('volts over USB against ngspice', () => {
  it.each(Array.from({ length: 10 }, (_, seed) => seed))('tree %i', (seed) => {
    const tree = treeAt(seed);
    expect(tree.length).toBeGreaterThan(5);
    const file = join(folder, `${seed}.cir`);
    writeFileSync(file, deckOf(tree));
    const said = execFileSync('ngspice', ['-b', file], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const theirs = new Map(
      [...said.matchAll(/^v\((\w+)\) = (\S+)/gm)].map(([, id, volts]) => [id!, Number(volts)]),
    );
    const ours = solve(rigFrom(tree)).supplies.flatMap(({ branches }) => branches);
    expect(ours).toHaveLength(tree.length);
    for (const { link, volts } of ours) expect(volts).toBeCloseTo(theirs.get(link.device)!, 5);
  });
});
