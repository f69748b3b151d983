import { randomUUID } from 'node:crypto';
import type { KeptMeasurement, SittingAddition } from '@diaphon/api';
import { makeEngineMemory, plannedLines, solve, type Rig } from '@diaphon/core';

/** The museum's first Thursdays so far: invented, like the museum. */

const SITTINGS = 8;
const WEEK_MS = 7 * 24 * 3_600_000;
/** How loud each was against the plan, evening by evening, dB: nobody speaks twice alike. */
const EVENINGS = [0.4, -0.7, 0.2, 0.9, -0.4, -1.1, 0.6, -0.2];
/** The guest's lead went bad on the last evening, dB. */
const BAD_LEAD_DB = -9;

/** @param now ms @returns oldest first */
export const demoLog = (rigId: string, rig: Rig, now: number): SittingAddition[] => {
  const lines = plannedLines(solve(rig, makeEngineMemory())).filter(({ levelDbfs }) => levelDbfs !== null);
  return EVENINGS.map((evening, at): SittingAddition => {
    const isLast = at === SITTINGS - 1;
    const moment = (minutes: number) =>
      new Date(now - (SITTINGS - at) * WEEK_MS + minutes * 60_000).toISOString();
    const measurements = lines.map((line, place): KeptMeasurement => {
      const isBad = isLast && line.track.includes('Guest');
      const off = EVENINGS[(at + 3 * place) % SITTINGS]! * 0.8 + evening * 0.3 + (isBad ? BAD_LEAD_DB : 0);
      return {
        id: randomUUID(),
        at: moment(25),
        by: 'Mara',
        channel: line.id,
        name: line.track,
        who: line.who.join(', '),
        plannedDbfs: line.levelDbfs,
        levelDbfs: line.levelDbfs! + off,
        peakDbfs: line.levelDbfs! + off + 9,
        noiseDbfs: line.noiseDbfs,
        humDbfs: null,
        faults: 0,
        verdict: isBad
          ? `${(-off).toFixed(1)} dB quieter than planned.`
          : `As planned, within ${Math.ceil(Math.abs(off) * 2) / 2} dB.`,
      };
    });
    const signed = { by: 'Jon', state: 'done' as const, because: '' };
    return {
      sitting: {
        id: randomUUID(),
        rig: rigId,
        revision: 1,
        name: rig.name,
        kind: 'set up',
        startedAt: moment(0),
      },
      steps: [
        {
          ...signed,
          id: randomUUID(),
          at: moment(1),
          step: 'look mixer',
          words: 'Lamp room mixer: everything down, phantom off',
        },
        {
          ...signed,
          id: randomUUID(),
          at: moment(9),
          step: 'plug guest-lead',
          words: 'Plug XLR lead, 6 m into Guest microphone, Output and Lamp room mixer, Input 2',
        },
      ],
      measurements,
      incidents: isLast
        ? [
            {
              id: randomUUID(),
              at: moment(52),
              by: 'Jon',
              kind: 'incident',
              words: 'The guest fell silent twice',
              mended: 'Plug pushed home, held by hand',
            },
          ]
        : [],
    };
  });
};
