import { useEffect, useState } from 'react';
import { Navigate, useParams } from 'react-router';
import { Waiting } from '../page/waiting';
import { useSittingsQuery } from '../server/server-api';
import { lastView } from '../store/last-view';
import { VIEWS } from './views';

/** A sitting something was added to within so long is what one is at, ms. */
const AT_WORK_MS = 4 * 3_600_000;
/** The log is waited for so long, ms: a rig opens without it, too. */
const PATIENCE_MS = 1500;

/** Opens a rig where its work stands: at the sheet that is being signed, else at the view it was left at, else at its chart. */
export const RigStart = () => {
  const { id = '' } = useParams();
  const { data, isError } = useSittingsQuery({ rig: id });
  const [isLate, setIsLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setIsLate(true), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, []);
  if (!data && !isError && !isLate) return <Waiting words="Looking where its work stands" />;
  const left = lastView(id);
  const latest = data?.[0];
  const isAtWork =
    latest !== undefined &&
    latest.signed > 0 &&
    Date.now() - Date.parse(latest.lastAt) < AT_WORK_MS &&
    (!left || left.at < latest.lastAt);
  const view = isAtWork
    ? `run-sheet${latest.kind === 'strike' ? '?do=strike' : ''}`
    : VIEWS.some((one) => one.id === left?.view)
      ? left!.view
      : VIEWS[0]!.id;
  return <Navigate to={`/rigs/${id}/${view}`} replace />;
};
