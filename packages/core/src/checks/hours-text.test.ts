import { hoursText } from './hours-text';

it.each([
  [0, '0 min'],
  [0.5, '30 min'],
  [0.999, '59 min'],
  [1, '1 h 0 min'],
  [1.34, '1 h 20 min'],
  [25, '25 h 0 min'],
])('%f hours: %s', (hours, text) => expect(hoursText(hours)).toBe(text));
