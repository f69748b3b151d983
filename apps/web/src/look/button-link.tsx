import { Link, type LinkProps } from 'react-router';
import { buttonClass, type ButtonKind } from './button-class';

/** A link to another view that stands among buttons and looks like them. */
export const ButtonLink = ({ kind = 'plain', ...rest }: LinkProps & { kind?: ButtonKind }) => (
  <Link className={buttonClass(kind)} {...rest} />
);
