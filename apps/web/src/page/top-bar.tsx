import { Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button } from '../look/button';
import { lightSwitched } from '../store/light-slice';
import { useAppDispatch, useAppSelector } from '../store/store';

interface TopBarProps {
  /** The page's heading, for those who hear it, when the page itself shows none. */
  heading?: string;
  children?: ReactNode;
  tools?: ReactNode;
}

/** Puts the keyboard into the page itself, past its head. */
const toContent = () => {
  const main = document.querySelector('main');
  if (!main) return;
  main.tabIndex = -1;
  main.focus();
};

/** The head of every page: where you are on the left, what can be done everywhere on the right. */
export const TopBar = ({ heading, children, tools }: TopBarProps) => {
  const light = useAppSelector((state) => state.light);
  const dispatch = useAppDispatch();
  const other = light === 'day' ? 'night' : 'day';
  return (
    <header className="relative flex print:hidden flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-sheet px-3 py-1.5 max-[480px]:gap-x-1.5 max-[480px]:gap-y-0 max-[480px]:py-0.5">
      <button
        className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:border focus:border-ink focus:bg-paper focus:px-3 focus:py-1.5"
        onClick={toContent}
      >
        Skip to the content
      </button>
      <Link to="/rigs" className="text-[17px] font-bold tracking-wide">
        Diaphon
      </Link>
      {heading && <h1 className="sr-only">{heading}</h1>}
      {children}
      <div className="ml-auto flex flex-wrap items-center gap-1.5">
        {tools}
        <Button
          kind="quiet"
          // On a telephone Find does it.
          className={tools ? 'max-[480px]:hidden' : ''}
          aria-label={`Switch to ${other} light`}
          onClick={() => dispatch(lightSwitched())}
        >
          {light === 'day' ? <Moon size={17} aria-hidden /> : <Sun size={17} aria-hidden />}
        </Button>
      </div>
    </header>
  );
};
