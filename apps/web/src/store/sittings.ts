import type { SittingAddition, SittingHead, SittingInList } from '@diaphon/api';
import { idsOf, merged, partOf } from './merge-sittings';
import type { KeptSitting, SittingsBox } from './sittings-box';

/**
 * What is signed and measured is kept here first and sent when the server answers; what others signed meanwhile is fetched. Nothing is
 * ever taken out, so that two phones that were away add up in whatever order they come back.
 */
export interface SittingsServer {
  add: (addition: SittingAddition) => Promise<unknown>;
  whole: (id: string) => Promise<SittingAddition>;
  list: (rig: string) => Promise<SittingInList[]>;
}

/** Whoever opens the sheet within so many hours goes on with what was begun. */
const GOES_ON_H = 16;

export const makeSittings = (
  box: SittingsBox,
  server: SittingsServer,
  tell: (now: SittingAddition | null, unsent: number) => void,
  clock: () => number = Date.now,
) => {
  let now: KeptSitting | undefined;
  let sending: Promise<void> | undefined;
  const show = (kept: KeptSitting | undefined) => {
    now = kept;
    tell(kept?.all ?? null, kept?.unsent.length ?? 0);
  };
  const keep = async (kept: KeptSitting) => {
    if (!now || now.id === kept.id) show(kept);
    await box.put(kept);
  };
  const isFresh = ({ startedAt }: SittingHead) => clock() - Date.parse(startedAt) < GOES_ON_H * 3_600_000;
  const newest = <T extends SittingHead>(all: readonly T[]): T | undefined =>
    [...all].sort((a, b) => b.startedAt.localeCompare(a.startedAt))[0];

  /** Sends what the server has not got, this sitting's and older ones'; what cannot be sent waits. */
  const send = (): Promise<void> =>
    (sending ??= (async () => {
      for (const kept of await box.all()) {
        if (kept.unsent.length === 0) continue;
        const sent = new Set(kept.unsent);
        await server.add(partOf(kept.all, sent));
        // More may have been signed while it was on its way.
        const latest = now?.id === kept.id ? now : kept;
        await keep({ ...latest, unsent: latest.unsent.filter((id) => !sent.has(id)) });
      }
    })()
      .catch(() => undefined)
      .finally(() => (sending = undefined)));

  const refresh = async (): Promise<void> => {
    const id = now?.id;
    if (!id) return;
    const theirs = await server.whole(id).catch(() => undefined);
    if (!theirs || now?.id !== id) return;
    const all = merged(now.all, theirs);
    // Asked every few seconds: what is as it was is neither kept nor drawn anew.
    if (idsOf(all).length > idsOf(now.all).length) await keep({ ...now, all });
  };

  return {
    /** Goes on with what was begun for a rig today, here or elsewhere. */
    open: async (rig: string, kind: SittingHead['kind']): Promise<void> => {
      show(undefined);
      const isIt = (head: SittingHead) => head.rig === rig && head.kind === kind && isFresh(head);
      const own = await box.all();
      const mine = newest(own.map(({ all }) => all.sitting).filter(isIt));
      const found = own.find(({ id }) => id === mine?.id);
      if (found) show(found);
      const theirs = newest((await server.list(rig).catch(() => [])).filter(isIt));
      if (theirs && theirs.id !== mine?.id && (!mine || theirs.startedAt > mine.startedAt)) {
        const all = await server.whole(theirs.id).catch(() => undefined);
        if (all) await keep({ id: theirs.id, all, unsent: [] });
      } else await refresh();
      void send();
    },
    begin: async (sitting: SittingHead): Promise<void> => {
      show(undefined);
      await keep({
        id: sitting.id,
        all: { sitting, steps: [], measurements: [], incidents: [] },
        unsent: [],
      });
    },
    /** Adds to what is going on. */
    add: async (added: Partial<Omit<SittingAddition, 'sitting'>>): Promise<void> => {
      if (!now) return;
      const whole = { steps: [], measurements: [], incidents: [], ...added };
      await keep({ ...now, all: merged(now.all, whole), unsent: [...now.unsent, ...idsOf(whole)] });
      void send();
    },
    send,
    refresh,
  };
};
