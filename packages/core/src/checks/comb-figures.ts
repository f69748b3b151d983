import type { Comb } from '../gain';
import type { Figure } from './finding';

/** The figures of two ways that meet. @param late what the delay between them is made of */
export const combFigures = (
  { againstDb, apartMs, notchHz, rippleDb, isOver }: Comb,
  late: string,
): Figure[] => [
  { label: 'Second against first', value: againstDb, unit: 'dB', from: 'the two ways, worked out' },
  { label: 'Apart by', value: apartMs, unit: 'ms', from: late },
  {
    label: 'First notch',
    value: notchHz,
    unit: 'Hz',
    from: `${isOver ? 'a whole turn of the delay, one way turned over' : 'half a turn of the delay'}, arithmetic`,
  },
  { label: 'Ripple', value: rippleDb, unit: 'dB', from: '(1 + a) / (1 − a), arithmetic' },
];
