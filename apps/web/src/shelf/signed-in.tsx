import { Button } from '../look/button';
import { count } from '../look/figures';
import { KEPT_CACHE } from '../offline/what-is-kept';
import { useSignedInQuery, useSignOutMutation } from '../server/server-api';

/** How many browsers are signed in, and the way out: only where this one had to sign in. */
export const SignedIn = () => {
  const { data } = useSignedInQuery();
  const [signOut] = useSignOutMutation();
  if (!data?.some(({ isThis }) => isThis)) return null;
  const leave = (isEverywhere: boolean) =>
    void signOut({ isEverywhere })
      // What was kept to be read offline goes with whoever leaves; what is not sent yet stays.
      .then(() => globalThis.caches?.delete(KEPT_CACHE))
      .then(() => window.location.assign('/sign-in'));
  return (
    <p className="flex flex-wrap items-center gap-2 text-[13px]">
      Signed in on {count(data.length, 'browser')}.<Button onClick={() => leave(false)}>Sign out</Button>
      {data.length > 1 && <Button onClick={() => leave(true)}>Sign out everywhere</Button>}
    </p>
  );
};
