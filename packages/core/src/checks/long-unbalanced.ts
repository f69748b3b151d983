import { maxBy } from 'es-toolkit';
import { portOfElement } from '../catalogue';
import { followLeads, pointId } from '../flow';
import { DEFAULT_INTERFERENCE_NANOAMPS_PER_M, type Lead, type Lookup } from '../rig';
import { ratioFromDb } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { humAt } from './interference';
import { insertDiBox } from './fixes/insert';
import { shortenLead, useOtherInput } from './fixes/rewire';

/** What the room presses in must lie this far under the sound, dB. Common practice, no published source. */
const WANTED_DISTANCE_DB = 60;

/** Hum counts once it stands out of the noise that is there anyway, dB. Common practice, no published source. */
const AUDIBLE_DB = 12;

/** Of several leads one in the other, the one that picks up most. */
const longest = (find: Lookup, ids: readonly string[]): Lead | undefined =>
  maxBy(
    ids.flatMap((id) => find.lead(id) ?? []),
    ({ lengthM }) => lengthM,
  );

/** The room's hum comes in with the sound: a long lead whose legs do not hear it alike. */
export const longUnbalanced: Check = (solved) => {
  const { circuit, find, rig } = solved;
  const follow = followLeads(find, () => true);
  return circuit.inputs.flatMap((input): Found[] => {
    const hum = humAt(circuit, find, input);
    // A sound that hardly arrives is another finding's matter.
    if (!hum || hum.underSoundDb > WANTED_DISTANCE_DB || hum.soundDbu - hum.nominalDbu < -40) return [];
    // Nor does it matter at a source that is silent for want of its supply.
    const { device } = hum.source.from;
    if (circuit.loads.some((load) => load.device === device && !load.fed)) return [];
    // What lies under the source's own noise nobody hears.
    const noise = solved.heard.noise.get(pointId(input.device, input.element));
    if (noise !== undefined && hum.humDbu < noise + AUDIBLE_DB) return [];
    const receiver = find.element(input.device, input.element);
    const port = portOfElement(receiver);
    const nearest = find.inPort(input.device, port)?.lead;
    if (!nearest) return [];
    const run = follow(input.device, port);
    const lengthM = run?.lengthM ?? nearest.lengthM;
    const lead = longest(find, run?.leads ?? []) ?? nearest;
    const perM = rig.assumptions.interferenceNanoampsPerM ?? DEFAULT_INTERFERENCE_NANOAMPS_PER_M;
    return [
      finding({
        code: 'long-unbalanced',
        severity: 'caution',
        title: `${figureText(lengthM)} m of unbalanced lead into ${find.device(input.device)?.name}: hum only ${figureText(hum.underSoundDb, 0)} dB under the sound`,
        why: 'Both legs of a balanced link pick up the room alike and the input takes the difference. Here one leg lies on the screen, so what the lead picks up is heard. Shorten it, or make it balanced with a DI box or isolator near the source.',
        places: [{ lead: lead.id }, { device: input.device, port }],
        figures: [
          {
            label: 'Picked up',
            value: hum.humDbu,
            unit: 'dBu',
            from: `solved circuit; assumption: ${perM} nA pressed into each wire for each metre`,
          },
          {
            label: 'Sound arriving',
            value: hum.soundDbu,
            unit: 'dBu',
            from: `nominal ${figureText(hum.nominalDbu)} dBu and the solved circuit`,
          },
          {
            label: 'Wanted between them',
            value: WANTED_DISTANCE_DB,
            unit: 'dB',
            from: 'common practice, no published source',
          },
        ],
        propose: () => [
          ...insertDiBox(rig, lead),
          ...shortenLead(rig, lead, ratioFromDb(hum.underSoundDb - WANTED_DISTANCE_DB)),
          ...useOtherInput(rig, lead),
        ],
      }),
    ];
  });
};
