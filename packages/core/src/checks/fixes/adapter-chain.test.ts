import { contactsBetween, LEAD_KINDS, modelById } from '../../catalogue';
import { makeBench } from '../../offers';
import { applyEdit, connect, leadRun, socketsIn, type Rig } from '../../rig';
import { chainsToComputers, chainWords, reconnectByChain, shortestChain } from './adapter-chain';

/** An IEEE 1394 mixer beside computers: IEEE 1394 lives on in PCIe tunnels and nowhere in USB. Common practice, no published source. */
const MIXER = 'mixer-16-1394-2';
const socket = modelById(MIXER).ports.find(({ usb }) => usb)!;
const beside = (...computers: string[]): Rig => {
  const bench = makeBench('Chain');
  bench.add(MIXER, 'Old mixer', 'Desk');
  for (const model of computers) bench.add(model, `The ${model}`, 'Desk');
  return bench.rig();
};
const words = (rig: Rig) => chainWords(rig, { device: MIXER, port: socket.id });

describe('why no chain of adapters joins it', () => {
  it.each([['laptop-c'], ['desktop']])(
    '%s: its socket looks like the one it needs; how to tell, and what helps',
    (model) => {
      const said = words(beside(model));
      expect(said).toContain('No adapter changes what its IEEE 1394 9-pin socket speaks');
      expect(said).toContain(`The USB-C socket of The ${model} looks like`);
      expect(said).toContain('To tell them apart');
      expect(said).toContain('What helps');
    },
  );

  it('a computer that has the port: the pieces, and no explanation', () => {
    const said = words(beside('laptop-c', 'laptop-tunnel'));
    expect(said).toContain('of The laptop-tunnel');
    expect(said).not.toContain('What helps');
  });

  it('no computer: says so', () => expect(words(beside())).toContain('no computer'));

  it('every socket it could use is taken: says so', () => {
    const rig = beside('laptop-tunnel');
    const full = modelById('laptop-tunnel')
      .ports.filter(({ usb }) => usb?.role === 'host')
      .reduce((now, port) => {
        const kind = LEAD_KINDS.find(
          ({ usb, ends }) => usb && ends.some(({ connector }) => contactsBetween(connector, port.connector)),
        )!;
        const end = kind.ends.findIndex(({ connector }) => contactsBetween(connector, port.connector));
        const ends = kind.ends.map((_, index) =>
          index === end ? { device: 'laptop-tunnel', port: port.id } : null,
        );
        return applyEdit(now, connect(now, kind, ends)).rig;
      }, rig);
    expect(words(full)).toContain('is in use');
  });
});

describe('chains', () => {
  const pieces = (from: string, to: string) => shortestChain(from, to)?.map(({ kind }) => kind.id);

  it('the shortest there is; none where nothing goes from one to the other', () => {
    expect(pieces('usb-b-socket', 'usb-a-socket')).toEqual(['usb-a-b']);
    expect(pieces('ieee1394-9-socket', 'tunnel-c-socket')).toHaveLength(3);
    expect(pieces('ieee1394-9-socket', 'usb-c-socket')).toBeUndefined();
  });

  it('to free sockets only, the shortest first', () => {
    const bench = makeBench('Chain');
    bench.add(MIXER, 'Old mixer', 'Desk');
    bench.add('laptop-tunnel', 'Laptop', 'Desk');
    const rig = bench.rig();
    const from = { device: MIXER, port: socket.id };
    const lengths = chainsToComputers(rig, from).map(({ chain }) => chain.length);
    expect(lengths.length).toBeGreaterThan(0);
    expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
    const [fix] = reconnectByChain(rig, from);
    const joined = applyEdit(rig, fix!.edit).rig;
    expect(joined.leads).toHaveLength(3);
    const [first] = chainsToComputers(rig, from);
    expect(chainsToComputers(joined, from).map(({ to }) => to)).not.toContainEqual(first!.to);
  });

  it('lies from one to the other, each piece in the one before it, and nothing else is laid', () => {
    const rig = beside('laptop-tunnel');
    const [fix, ...more] = reconnectByChain(rig, { device: MIXER, port: socket.id });
    expect(more).toEqual([]);
    const laid = applyEdit(rig, fix!.edit).rig;
    expect(fix!.label.split(' + ')).toHaveLength(laid.leads.length);
    const [first] = laid.leads;
    expect(leadRun(laid, first!)).toHaveLength(laid.leads.length);
    expect(
      socketsIn(laid.leads)
        .map(({ device }) => device)
        .sort(),
    ).toEqual(['laptop-tunnel', MIXER]);
  });

  it('in place of the lead that leads nowhere', () => {
    const bare = beside('laptop-tunnel');
    const lost = applyEdit(
      bare,
      connect(
        bare,
        LEAD_KINDS.find(({ id }) => id === 'ieee1394-6-9')!,
        [null, { device: MIXER, port: socket.id }],
        2,
        'old',
      ),
    ).rig;
    const [fix] = reconnectByChain(lost, { device: MIXER, port: socket.id });
    const mended = applyEdit(lost, fix!.edit).rig;
    expect(mended.leads.map(({ id }) => id)).not.toContain('old');
    expect(mended.leads).toHaveLength(3);
    expect(reconnectByChain(beside('laptop-c'), { device: MIXER, port: socket.id })).toEqual([]);
  });

  it('names every socket that would do, the last after “or”', () => {
    const said = words(beside('laptop-c'));
    const names = /chains of adapters go to (.+) only/.exec(said)![1]!;
    expect(names).toMatch(/^“[^”]+”(, “[^”]+”)* or “[^”]+”$/);
    expect(names).not.toContain('“USB');
  });
});
