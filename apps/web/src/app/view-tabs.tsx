import { groupBy } from 'es-toolkit';
import { useEffect } from 'react';
import { NavLink, useLocation } from 'react-router';
import { keepLastView } from '../store/last-view';
import { VIEWS } from './views';

const GROUPS = Object.entries(groupBy(VIEWS, ({ group }) => group));

const tab = (isActive: boolean) =>
  `border-b-[3px] px-2 py-1 whitespace-nowrap max-[820px]:min-h-[40px] max-[820px]:content-center ${isActive ? 'border-ink font-bold' : 'border-transparent hover:border-line'}`;

/** The views of a rig by what one is doing: on a wide window all of them, on a narrow one the others' by their name. */
export const ViewTabs = () => {
  const [, , rig, view] = useLocation().pathname.split('/');
  const isHere = (id: string) => view === id;
  useEffect(() => {
    if (rig && VIEWS.some(({ id }) => id === view)) keepLastView(rig, view!);
  }, [rig, view]);
  return (
    <nav
      aria-label="Views of this rig"
      className="flex flex-wrap items-center max-[480px]:order-last max-[480px]:w-full max-[480px]:flex-nowrap max-[480px]:overflow-x-auto"
    >
      {GROUPS.map(([group, views]) => {
        const isActive = views.some(({ id }) => isHere(id));
        return (
          <div
            key={group}
            role="group"
            aria-label={group}
            className="flex items-center border-l border-line pl-0.5 first:border-l-0 first:pl-0"
          >
            <span aria-hidden className="pl-0.5 text-[12px] text-faint max-[820px]:hidden">
              {group}
            </span>
            {!isActive && (
              <span className="min-[821px]:hidden">
                <NavLink to={views[0]!.id} className={tab(false)}>
                  {group}
                </NavLink>
              </span>
            )}
            <span className={isActive ? 'contents' : 'contents max-[820px]:hidden'}>
              {views.map(({ id, tab: name }) => (
                <NavLink key={id} to={id} className={({ isActive: isIt }) => tab(isIt)}>
                  {name}
                </NavLink>
              ))}
            </span>
          </div>
        );
      })}
    </nav>
  );
};
