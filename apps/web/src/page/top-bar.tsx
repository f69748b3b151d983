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

/** The head of every page: where you are on the left, what can be done everywhere on the right. */
export const TopBar = ({ heading, children, tools }: TopBarProps) => {
  const light = useAppSelector((state) => state.light);
  const dispatch = useAppDispatch();
  const other = light === 'day' ? 'night' : 'day';
  return (
    <header className="flex print:hidden flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-sheet px-4 py-1.5">
      <Link to="/rigs" className="text-[17px] font-bold tracking-wide">
        Diaphon
      </Link>
      {heading && <h1 className="sr-only">{heading}</h1>}
      {children}
      <div className="ml-auto flex flex-wrap items-center gap-1.5">
        {tools}
        <Button
          kind="quiet"
          aria-label={`Switch to ${other} light`}
          onClick={() => dispatch(lightSwitched())}
        >
          {light === 'day' ? <Moon size={17} aria-hidden /> : <Sun size={17} aria-hidden />}
        </Button>
      </div>
    </header>
  );
};
