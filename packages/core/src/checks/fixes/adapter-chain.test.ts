import { contactsBetween, LEAD_KINDS, modelById } from '../../catalogue';
import { makeBench } from '../../offers';
import { applyEdit, connect, type Rig } from '../../rig';
import { chainWords } from './adapter-chain';

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
