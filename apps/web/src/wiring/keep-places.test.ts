import { settled } from './keep-places';

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
