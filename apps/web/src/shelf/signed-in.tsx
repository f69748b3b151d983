import { Button } from '../look/button';
import { count } from '../look/figures';
import { useLeave } from '../door/use-leave';
import { useSignedInQuery } from '../server/server-api';

/** How many browsers are signed in, and the way out: only where this one had to sign in. */
export const SignedIn = () => {
  const { data } = useSignedInQuery();
  const leave = useLeave();
  if (!data?.some(({ isThis }) => isThis)) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 text-[13px]">
      Signed in on {count(data.length, 'browser')}.
      <Button onClick={() => void leave(false, true)}>Sign out</Button>
      {data.length > 1 && <Button onClick={() => void leave(true, true)}>Sign out everywhere</Button>}
    </p>
  );
};
