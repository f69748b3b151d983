import { setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { controlOf, deskControlId } from '../catalogue';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { ordinaryDesks } from './desks.testing';
import type { Finding } from './finding';
import { spoilings } from './spoilings.testing';

/** Ordinary desks are left alone; the same desks, spoiled in every usual way, are not. */

const DESKS = ordinaryDesks();
const above = ({ severity }: Finding) => severity !== 'advice';
const grave = ({ severity }: Finding) => severity === 'danger' || severity === 'fault';

/** People whose voice is kept or sent. */
const kept = (rig: Rig): Set<string> =>
  new Set(
    solveRig(rig)
      .strands.filter(({ arrives, sinkKind }) => arrives && sinkKind && !['ears', 'room'].includes(sinkKind))
      .flatMap(({ person }) => person ?? []),
  );

const SPOILED = DESKS.flatMap(([name, rig]) => {
  const heard = kept(rig);
  return spoilings(rig).map(([what, spoiled]) => ({ name: `${name}: ${what}`, rig, spoiled, heard }));
});
/** Those in which somebody who was kept is not any more. */
const LOST = SPOILED.filter(({ spoiled, heard }) => {
  const now = kept(spoiled);
  return [...heard].some((person) => !now.has(person));
});

describe('ordinary desks', () => {
  it('there are at least twenty', () => {
    expect(DESKS.length).toBeGreaterThanOrEqual(20);
  });

  it.each(DESKS)('nothing above advice: %s', (_name, rig) => {
    const said = solveRig(rig).findings.filter(above);
    expect(said.map(({ code, title }) => `${code}: ${title}`)).toEqual([]);
  });
});

describe('a voice that is lost is a fault, whatever the reason', () => {
  it('there are at least a hundred ways to lose one', () => {
    expect(LOST.length).toBeGreaterThan(100);
  });

  it.each(LOST.map((one) => [one.name, one] as const))('%s', (_name, { spoiled }) => {
    const { findings, toDo } = solveRig(spoiled);
    // Where nothing listens at all any more, the rig counts as unfinished and says what is missing.
    const isUnfinished = spoiled.apps.every(({ input }) => input === null) && toDo.length > 0;
    if (!isUnfinished) expect(findings.filter(grave)).not.toEqual([]);
  });
});

describe('what is offered for a lost voice', () => {
  /** One of each kind of spoiling for each desk is enough to press. */
  const PRESSED = LOST.filter(({ name }) =>
    /without lead (voice|data)$|takes channel|broken$| of desk (true|off|USB)/.test(name),
  ).filter((_, index) => index % 4 === 0);

  it.each(PRESSED.map((one) => [one.name, one] as const))('%s', (_name, { spoiled, heard }) => {
    const memory = makeEngineMemory();
    const { findings } = solveRig(spoiled, memory);
    const lost =
      findings.find(({ code, places }) => code === 'not-arriving' && places.some(({ person }) => person)) ??
      findings.filter(grave)[0];
    if (!lost) return;
    const [first] = fixesFor(spoiled, lost.id, memory);
    expect(first).toBeDefined();
    const mended = after(spoiled, first!.edit);
    if (lost.places.some(({ person }) => person) && lost.code === 'not-arriving') {
      const back = kept(mended);
      const person = lost.places.find((place) => place.person)!.person!;
      expect(heard.has(person) && back.has(person)).toBe(true);
    }
    expect(solveRig(mended).findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
});

/** Desks with a call on a stream that can carry the whole mix, set to do so. */
const ECHOING = DESKS.flatMap(([name, rig]) =>
  rig.apps.flatMap((app): [string, Rig][] => {
    if (app.kind !== 'call' || !app.input || !('device' in app.input)) return [];
    const { device, stream } = app.input;
    const model = rig.models.find(({ id }) => id === rig.devices.find((one) => one.id === device)!.model)!;
    const kind = controlOf(model, deskControlId.kind(stream));
    return kind ? [[name, after(rig, setControl(rig, device, kind.id, 'whole mix'))]] : [];
  }),
);

describe('a call that gets the whole mix hears itself', () => {
  it('there are some', () => expect(ECHOING.length).toBeGreaterThanOrEqual(3));

  it.each(ECHOING)('%s: is a fault, mended by leaving the call out of what it gets', (_name, rig) => {
    const { findings } = solveRig(rig);
    const echo = findings.find(({ code }) => code === 'caller-echo')!;
    expect(echo.severity).toBe('fault');
    const [fix] = fixesFor(rig, echo.id);
    expect(fix!.label).toMatch(/content to minus own$/);
    expect(solveRig(after(rig, fix!.edit)).findings.filter(above)).toEqual([]);
  });
});
