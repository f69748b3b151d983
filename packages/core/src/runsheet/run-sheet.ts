import { runChecks, type Solved } from '../checks';
import { listed } from '../feeds';
import { makeEngineMemory, solve, type EngineMemory } from '../offers';
import type { Rig } from '../rig';
import { checkMoves } from './checks';
import { movesBetween, type Move, type MoveKind } from './moves';
import { orderMoves, shareMoves } from './order';
import { quietOf } from './quiet';
import { bareRig, bothStates, struckRig } from './states';
import { MINUTES, wordsOf, type Said } from './words';

export interface RunStep extends Said {
  number: number;
  /** What it is, whatever number it has: by this it is signed. */
  key: string;
  kind: MoveKind;
  /** The device, lead, program or joined input it is about; empty where it is about all. */
  of: string;
  /** Every place hands are at. */
  where: string;
  /** Whose step it is, from 1. */
  person: number;
  /** Steps of others that must be done before. */
  after: number[];
}

/** A step that is left out, because the rig would be dangerous behind it. */
export interface HeldStep {
  do: string;
  why: string;
}

export interface RunSheet {
  steps: RunStep[];
  held: HeldStep[];
  /** How often one goes from place to place (alone), and whether no order has fewer. */
  walks: number;
  isLeast: boolean;
  atLeast: number;
  /** From the first step to the last, all hands together, minutes. */
  minutes: number;
}

export interface RunSheetOptions {
  /** What stands now; absent: nothing. */
  from?: Rig;
  /** It is taken down instead. */
  isStrike?: boolean;
  /** Hands: 1 or more. */
  people?: number;
}

/** A sheet, and the rig as it stands after each of its steps. */
export interface RunSheetMade {
  sheet: RunSheet;
  /** @param step 0: before any; at most as many as there are */
  rigAfter: (step: number) => Rig;
}

/** Rigs solved on the way of a long sheet. */
const MOST_SOLVED = 80;
const SOME_SOLVED = 6;

const dangersOf = (solved: Solved): Map<string, string> =>
  new Map(
    runChecks(solved).flatMap(({ id, severity, title }) => (severity === 'danger' ? [[id, title]] : [])),
  );

/** What is looked at and put away when all stands: not worth telling where it does not. */
const AT_THE_END: ReadonlySet<MoveKind> = new Set(['hear', 'call', 'take', 'record', 'put-away']);

/** Moves without one and all that need it. */
const without = (moves: readonly Move[], gone: Move): { kept: Move[]; held: Move[] } => {
  const out = new Set([gone.key]);
  for (let size = 0; size !== out.size;) {
    size = out.size;
    for (const { key, needs } of moves) if ([...needs].some((need) => out.has(need))) out.add(key);
  }
  return {
    kept: moves.filter(({ key }) => !out.has(key)),
    held: moves.filter(({ key, kind }) => out.has(key) && !AT_THE_END.has(kind)),
  };
};

/** Every state of an order, gone through for what is dangerous in it and was not before. */
const proved = (start: Rig, ordered: readonly Move[], memory: EngineMemory) => {
  const known = dangersOf(solve(start, memory));
  const held: { move: Move; why: string }[] = [];
  let moves = [...ordered];
  const stride = moves.length > MOST_SOLVED ? Math.ceil(moves.length / SOME_SOLVED) : 1;
  let rig = start;
  let at = 0;
  const states = [start];
  const dangerIn = (next: Rig) => [...dangersOf(solve(next, memory))].find(([id]) => !known.has(id))?.[1];
  while (at < moves.length) {
    const until = Math.min(moves.length, at + stride);
    let next = rig;
    const passed = moves.slice(at, until).map(({ change }) => (next = change(next)));
    const isQuiet = passed.every((one, index) => one === (index === 0 ? rig : passed[index - 1]));
    const danger = isQuiet ? undefined : dangerIn(next);
    if (danger === undefined) {
      states.push(...passed);
      [rig, at] = [next, until];
      continue;
    }
    // Which of them brings it, one at a time.
    const index = until - at === 1 ? 0 : passed.findIndex((one) => dangerIn(one) !== undefined);
    const bad = moves[at + index]!;
    const why = dangerIn(passed[index]!) ?? danger;
    states.push(...passed.slice(0, index));
    rig = index === 0 ? rig : passed[index - 1]!;
    const { kept, held: more } = without(moves.slice(at + index), bad);
    held.push(
      { move: bad, why },
      ...more.filter((one) => one !== bad).map((move) => ({ move, why: 'It needs the step before.' })),
    );
    moves = [...moves.slice(0, at + index), ...kept];
    at += index;
  }
  return { moves, states, held };
};

const still = (kind: MoveKind, words: Move['said'], needs: Iterable<string> = []): Move => ({
  key: kind,
  kind,
  of: '',
  places: [],
  change: (rig) => rig,
  needs: new Set(needs),
  said: words!,
});

/** Pieces one rig has and the other has not, by name. */
const piecesOnly = (a: Rig, b: Rig): string[] => [
  ...a.devices
    .filter(({ id, model }) => !b.devices.some((one) => one.id === id && one.model === model))
    .map(({ name }) => name),
  ...a.leads
    .filter(({ id }) => !b.leads.some((one) => one.id === id))
    .map(({ kind, lengthM }) => `${a.leadKinds.find(({ id }) => id === kind)?.name ?? kind}, ${lengthM} m`),
];

/**
 * The safe order of setting a rig up, of taking it down, or of turning what stands into it. Every state on the way is one the
 * engine finds no new danger in (of a sheet of more than 80 steps every sixth part is looked at, and each state of a part that is dangerous); a step that would bring one is held back, with all that needs it, and named.
 */
export const runSheet = (
  rig: Rig,
  { from, isStrike = false, people = 1 }: RunSheetOptions = {},
): RunSheetMade => {
  const memory = makeEngineMemory();
  const whole = solve(rig, memory);
  const quiet = quietOf(whole);
  const states = isStrike
    ? { present: rig, target: struckRig(rig, quiet) }
    : from
      ? bothStates(from, rig)
      : { present: bareRig(rig, quiet), target: rig };
  const isBare = !isStrike && !from;
  const [present, target] = [
    isStrike ? whole : solve(states.present, memory),
    isBare ? whole : solve(states.target, memory),
  ];
  const hands = movesBetween({ present, target, isBare });
  const [bring, leave] = from ? [piecesOnly(rig, from), piecesOnly(from, rig)] : [[], []];
  if (bring.length > 0) {
    const fetch = still('fetch', {
      do: `Fetch ${listed(bring)}`,
      why: 'The rig to come has them.',
      minutes: MINUTES.set,
    });
    for (const one of hands) one.needs.add(fetch.key);
    hands.push(fetch);
  }
  if (isStrike && rig.apps.length > 0) {
    const saved = still('fetch', {
      do: 'Stop recording; files closed, copied, and their lengths looked at',
      why: 'Before any plug or card is pulled.',
      minutes: MINUTES.take,
    });
    for (const one of hands) one.needs.add(saved.key);
    hands.push(saved);
  }
  const keys = hands.map(({ key }) => key);
  if (leave.length > 0)
    hands.push(
      still(
        'put-away',
        { do: `Put away ${listed(leave)}`, why: 'The rig has no more use for them.', minutes: MINUTES.set },
        keys,
      ),
    );
  if (isStrike)
    hands.push(
      still(
        'put-away',
        {
          do: 'Leads coiled, labels on, all in its case',
          why: 'Next week it is found again.',
          minutes: MINUTES.take,
        },
        keys,
      ),
    );
  const isChanged = hands.length > 0;
  const moves = isStrike || !isChanged ? hands : [...hands, ...checkMoves(target, keys)];
  const order = orderMoves(moves);
  const minutesOf = (move: Move) => wordsOf(move, present, target).minutes;
  const timed =
    people > 1
      ? shareMoves(
          order.moves.map((move) => ({ ...move, minutes: minutesOf(move) })),
          people,
        )
      : order.moves.map((move) => ({
          move: { ...move, minutes: minutesOf(move) },
          person: 1,
          from: 0,
          until: 0,
        }));
  const proof = proved(
    present.rig,
    timed.map(({ move }) => move),
    memory,
  );
  const personOf = new Map(timed.map(({ move: { key }, person }) => [key, person]));
  const numbers = new Map(proof.moves.map(({ key }, at) => [key, at + 1]));
  const steps = proof.moves.map((move, at): RunStep => {
    const person = personOf.get(move.key)!;
    return {
      number: at + 1,
      key: move.key,
      kind: move.kind,
      of: move.of,
      ...wordsOf(move, present, target),
      where: move.places.filter(Boolean).join(', '),
      person,
      after: [...move.needs]
        .flatMap((key) => (personOf.get(key) === person ? [] : (numbers.get(key) ?? [])))
        .sort((a, b) => a - b),
    };
  });
  const alone = steps.reduce((sum, { minutes }) => sum + minutes, 0);
  const made = timed.filter(({ move }) => numbers.has(move.key));
  const total = people > 1 ? Math.max(0, ...made.map(({ until }) => until)) : alone;
  const isWhole = proof.held.length === 0;
  return {
    sheet: {
      steps,
      held: proof.held.map(({ move, why }) => ({ do: wordsOf(move, present, target).do, why })),
      walks: order.walks,
      isLeast: order.isLeast,
      atLeast: order.atLeast,
      minutes: Math.round(total),
    },
    rigAfter: (step) => {
      if (step === 0) return isStrike || !from ? present.rig : from;
      // In the end it is the rig itself, and not one that reads the same.
      if (step === steps.length && isWhole && !isStrike) return rig;
      return proof.states[step]!;
    },
  };
};
