import type { ButtonHTMLAttributes } from 'react';
import { buttonClass, type ButtonKind } from './button-class';

/** A button in one of three weights: the one thing to do, one of several, or out of the way. */
export const Button = ({
  kind = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: ButtonKind }) => (
  <button type="button" className={`${buttonClass(kind)} ${className}`} {...rest} />
);
