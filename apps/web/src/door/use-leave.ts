import { KEPT_CACHE } from '../offline/what-is-kept';
import { useSignOutMutation } from '../server/server-api';

/** Signs browsers out. What this one kept to be read offline goes with whoever leaves; what is not sent yet stays. */
export const useLeave = () => {
  const [signOut] = useSignOutMutation();
  return async (isEverywhere: boolean, isThisOut: boolean): Promise<void> => {
    await signOut({ isEverywhere });
    if (!isThisOut) return;
    await globalThis.caches?.delete(KEPT_CACHE);
    window.location.assign('/sign-in');
  };
};
