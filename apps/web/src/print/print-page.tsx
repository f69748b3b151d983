import type { ReactNode } from 'react';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';

/** A page for paper, under the buttons that are not on it. */
export const PrintPage = ({
  title,
  back,
  buttons,
  children,
}: {
  title: string;
  back: { to: string; words: string };
  /** Beside printing. */
  buttons?: ReactNode;
  children: ReactNode;
}) => (
  <main className="min-h-0 flex-1 overflow-y-auto p-5 print:overflow-visible print:p-0">
    <div className="mb-3 flex flex-wrap gap-2 print:hidden">
      <Button kind="main" onClick={() => window.print()}>
        Print
      </Button>
      {buttons}
      <ButtonLink to={back.to}>{back.words}</ButtonLink>
    </div>
    <h2 className="text-[18px] font-bold">{title}</h2>
    {children}
  </main>
);
