import {
  moveLoudspeaker,
  moveSeat,
  seatedPeople,
  seatRound,
  type Assumptions,
  type Rig,
} from '@diaphon/core';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { OwnFindings } from '../findings/own-findings';
import { AssumptionFields } from '../levels/assumptions';
import { Button } from '../look/button';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';
import { Plan } from './plan';
import { loudspeakersOf, thingsOf } from './plan-things';
import { SpillTable } from './spill-table';
import { ThingFields } from './thing-fields';

/** Findings that where people and things stand can mend. */
const ABOUT_PLACES: ReadonlySet<string> = new Set(['spill', 'off-axis', 'comb', 'feedback-near']);
const ROOM: readonly (keyof Assumptions)[] = [
  'leastApartDb',
  'roomVolumeM3',
  'roomReverbS',
  'howlMarginDb',
  'headphoneLeakDb',
];

/** Who and what has no place yet, each put on the plan by one press. */
const NotYet = ({ rig, isAnyoneSeated }: { rig: Rig; isAnyoneSeated: boolean }) => {
  const edit = useEdit();
  const speaking = rig.people.filter(({ id }) => rig.placements.some(({ person }) => person === id));
  const standing = speaking.filter(({ spot }) => !spot);
  const elsewhere = loudspeakersOf(rig).filter(({ spot }) => !spot);
  if (!isAnyoneSeated || (standing.length === 0 && elsewhere.length === 0)) return null;
  /** Right of everyone, so that nobody sits on another’s lap. */
  const beside = (now: Rig) => Math.max(...seatedPeople(now).map(({ spot }) => spot.xM)) + 1;
  return (
    <section aria-label="Not on the plan" className="space-y-1.5">
      <h3 className="font-bold">Not on the plan</h3>
      <div className="flex flex-wrap gap-1.5">
        {standing.map(({ id, name }) => (
          <Button
            key={id}
            onClick={() => edit((now) => moveSeat(now, id, { xM: beside(now), yM: 0, turnDeg: -90 }))}
          >
            Seat {name}
          </Button>
        ))}
        {elsewhere.map(({ id, name }) => (
          <Button
            key={id}
            onClick={() => edit((now) => moveLoudspeaker(now, id, { xM: beside(now), yM: -1, turnDeg: -90 }))}
          >
            {name} stands in this room
          </Button>
        ))}
      </div>
    </section>
  );
};

const Nobody = ({ rig }: { rig: Rig }) => {
  const { id } = useParams();
  const edit = useEdit();
  const isAnyone = rig.placements.length > 0;
  return (
    <div className="max-w-[520px] space-y-3 p-6">
      <p>
        Nobody has said yet where people sit. Once they have a place, Diaphon works out whose voice strays
        into whose microphone, what it sounds like where both are mixed, and how near a loudspeaker in the
        room is to howling.
      </p>
      {isAnyone ? (
        <Button kind="main" onClick={() => edit(seatRound)}>
          Seat everyone round a table
        </Button>
      ) : (
        <p className="text-faint">
          First put someone in front of a microphone in{' '}
          <Link className="underline" to={`/rigs/${id}/wiring`}>
            Wiring
          </Link>
          .
        </p>
      )}
    </div>
  );
};

/** The plan of the table: who sits where, and what that does to every microphone. */
export const TableView = () => {
  const rig = useAppSelector((state) => state.rig.document)!;
  const findings = useAppSelector((state) => state.readings.readings?.findings);
  const { answer: page } = useAsked('table', []);
  const [key, setKey] = useState<string | null>(null);
  const edit = useEdit();
  const things = useMemo(() => thingsOf(rig), [rig]);
  const chosen = things.find((thing) => thing.key === key);
  const isAnyoneSeated = things.some(({ kind }) => kind === 'talker');
  const own = findings?.filter(({ code }) => ABOUT_PLACES.has(code)) ?? [];
  if (!isAnyoneSeated)
    return (
      <main className="min-h-0 flex-1 overflow-y-auto">
        <Nobody rig={rig} />
      </main>
    );
  return (
    <main className="flex min-h-0 flex-1 max-[820px]:flex-col max-[820px]:overflow-y-auto">
      <div className="min-w-0 flex-1 space-y-3 overflow-y-auto p-3 max-[820px]:flex-none max-[820px]:overflow-visible">
        <header className="flex flex-wrap items-end justify-between gap-2">
          <div>
            <h2 className="text-[17px] leading-tight font-bold">Plan of the table</h2>
            <p className="text-faint">
              Drag a talker, a microphone or a loudspeaker; turn it by its ring, or with the keys , and .
            </p>
          </div>
          <Button onClick={() => edit(seatRound)}>Seat everyone anew</Button>
        </header>
        <Plan things={things} page={page} chosen={chosen} onChoose={setKey} />
        {page && page.rows.length > 0 && <SpillTable rig={rig} page={page} />}
      </div>
      <aside
        aria-label="What is chosen, and what is found"
        className="w-[330px] shrink-0 space-y-4 overflow-y-auto border-l border-line p-3 max-[820px]:w-full max-[820px]:border-l-0"
      >
        {chosen && <ThingFields rig={rig} thing={chosen} />}
        <OwnFindings
          findings={own}
          isFirstOpen
          onShow={({ places }) => {
            const at = places[0]?.device;
            const thing = things.find((one) => one.kind !== 'talker' && one.device === at);
            if (thing) setKey(thing.key);
          }}
        />
        {own.length === 0 && findings && (
          <p className="text-good">
            Every voice is far enough over its neighbours, and nothing is near howling.
          </p>
        )}
        {!chosen && <p className="text-faint">Choose something on the plan to see its figures.</p>}
        <NotYet rig={rig} isAnyoneSeated={isAnyoneSeated} />
        <details>
          <summary className="cursor-pointer font-bold">The room, and how far apart is enough</summary>
          <AssumptionFields rig={rig} only={ROOM} />
        </details>
      </aside>
    </main>
  );
};
