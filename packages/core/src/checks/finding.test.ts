import { figureText } from './finding';

it.each([
  [-18.34, 1, '−18.3'],
  [-0.04, 1, '0.0'],
  [-0.06, 1, '−0.1'],
  [0.04, 1, '0.0'],
  [-0.4, 0, '0'],
])('%d to %i digits: %s', (value, digits, text) => expect(figureText(value, digits)).toBe(text));
