import { figureText } from './finding';

it('with a true minus, and never “−0”', () => {
  expect([-3.14, 3.16, -0.04, 0.04, -0.06, 0].map((value) => figureText(value))).toEqual([
    ...['−3.1', '3.2', '0.0', '0.0', '−0.1', '0.0'],
  ]);
  expect([-0.4, 12.5, -12.6].map((value) => figureText(value, 0))).toEqual(['0', '13', '−13']);
});
