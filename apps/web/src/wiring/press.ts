import type { KeyboardEvent, MouseEvent } from 'react';

/** Makes a piece of a drawing a button: pointer, Enter and space all press it, and the chart below hears nothing of it. */
export const pressable = (label: string, isPressed: boolean, press: () => void) => ({
  role: 'button',
  tabIndex: 0,
  'aria-label': label,
  'aria-pressed': isPressed,
  onClick: (event: MouseEvent) => {
    event.stopPropagation();
    press();
  },
  onKeyDown: (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    press();
  },
});
