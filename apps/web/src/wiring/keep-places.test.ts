import type { ChartBox } from './chart-model';
import { betweenKept, settled } from './keep-places';

const line = {
  id: 'l',
  lead: 'l',
  isUsb: false,
  name: '',
  from: { box: 'a', port: 'o' },
  to: { box: 'b', port: 'i' },
};
const layout = (b: { x: number; y: number }, way: { x: number; y: number }[]) => ({
  boxes: { a: { x: 0, y: 0 }, b },
  lines: { l: way },
  places: {},
});
const OLD = { a: { x: 0, y: 0 }, b: { x: 100, y: 50 } };

describe('boxes that were only nudged', () => {
  it('go back where they stood, the ends of their lines with them, and every piece stays level or upright', () => {
    const laid = layout({ x: 112, y: 44 }, [
      { x: 20, y: 10 },
      { x: 60, y: 10 },
      { x: 60, y: 54 },
      { x: 112, y: 54 },
    ]);
    const then = settled(laid, OLD, [line], ['a', 'b']);
    expect(then.boxes['b']).toEqual({ x: 100, y: 50 });
    expect(then.lines['l']).toEqual([
      { x: 20, y: 10 },
      { x: 60, y: 10 },
      { x: 60, y: 60 },
      { x: 100, y: 60 },
    ]);
  });

  it('a straight line that would be askew gets a step', () => {
    const laid = layout({ x: 100, y: 44 }, [
      { x: 20, y: 54 },
      { x: 100, y: 54 },
    ]);
    expect(settled(laid, OLD, [line], ['a', 'b']).lines['l']).toEqual([
      { x: 20, y: 54 },
      { x: 60, y: 54 },
      { x: 60, y: 60 },
      { x: 100, y: 60 },
    ]);
  });

  it('a box that really moved stays where it is now, and so do new ones', () => {
    const laid = layout({ x: 180, y: 50 }, [
      { x: 20, y: 10 },
      { x: 180, y: 10 },
    ]);
    expect(settled(laid, OLD, [line], ['a', 'b'])).toEqual(laid);
    const nudged = layout({ x: 110, y: 50 }, []);
    expect(settled(nudged, OLD, [line], ['a']).boxes['b']).toEqual({ x: 110, y: 50 });
  });
});

describe('newcomers between boxes that were there', () => {
  const size = { width: 100, height: 40 };
  const box = (id: string) => ({ id, ...size }) as ChartBox;
  const from = (a: string, b: string) => ({
    ...line,
    id: `${a}${b}`,
    from: { box: a, port: 'o' },
    to: { box: b, port: 'i' },
  });
  const kept = { mic: { x: 0, y: 100 }, mixer: { x: 160, y: 200 } };

  it('a booster stands halfway between its microphone and its input, whatever room there was', () =>
    expect(
      betweenKept(
        {
          boxes: ['mic', 'booster', 'mixer'].map(box),
          lines: [from('mic', 'booster'), from('booster', 'mixer')],
        },
        kept,
      ),
    ).toEqual({ booster: { x: 80, y: 150 } }));

  it('two in a row stand in order', () => {
    const { a, b } = betweenKept(
      {
        boxes: ['mic', 'a', 'b', 'mixer'].map(box),
        lines: [from('mic', 'a'), from('a', 'b'), from('b', 'mixer')],
      },
      kept,
    );
    expect(a!.x).toBeCloseTo(160 / 3, 3);
    expect(b!.x).toBeCloseTo(320 / 3, 3);
  });

  it('what leads nowhere, or comes from nowhere, is not between; a ring of newcomers ends', () => {
    expect(
      betweenKept({ boxes: ['mic', 'new'].map(box), lines: [from('mic', 'new')] }, { mic: kept.mic }),
    ).toEqual({});
    expect(betweenKept({ boxes: ['new', 'mixer'].map(box), lines: [from('new', 'mixer')] }, kept)).toEqual(
      {},
    );
    expect(
      betweenKept(
        { boxes: ['mic', 'a', 'b'].map(box), lines: [from('mic', 'a'), from('a', 'b'), from('b', 'a')] },
        { mic: kept.mic },
      ),
    ).toEqual({});
  });
});
