import { controlOf } from '../../catalogue';
import { type Stage } from '../../gain';
import { combineEdits, putApp, setControl, setSlider, type Edit } from '../../rig';
import type { Db } from '../../units';
import { figureText, type Fix, type Solved } from '../finding';

/** Faders, trims, the computer's sliders and a program's input gain belong at their mark, 0 dB: what was moved away from it is the first thing to look at. */

interface Moved {
  name: string;
  db: Db;
  step: Db;
  set: (db: Db) => Edit;
}

/** What stands away from its mark on a way, the last first. */
const movedOn = ({ find, rig }: Solved, stages: readonly Pick<Stage, 'terms'>[]): Moved[] =>
  [...stages].reverse().flatMap(({ terms }) =>
    terms.flatMap(({ because, db }): Moved[] => {
      if (because.kind === 'app' && because.isInputGain) {
        const app = find.app(because.app)!;
        const set = (inputGainDb: Db) => putApp(rig, { ...app, inputGainDb });
        return [{ name: `the input gain of ${app.name}`, db, step: 1, set }];
      }
      if (because.kind === 'app' && because.slider) {
        const { device: id, stream } = because.slider;
        const device = find.device(id)!;
        const set = (to: Db) => setSlider(rig, device, stream, to);
        return [{ name: `the computer’s slider for ${device.name}`, db, step: 1, set }];
      }
      if (because.kind !== 'control' || db === 0) return [];
      const { device, control: id } = because;
      const control = controlOf(find.modelOf(device), id);
      if (control?.kind !== 'fader' && control?.kind !== 'trim') return [];
      const name = `${control.label} of ${find.device(device)!.name}`;
      return [{ name, db, step: control.stepDb, set: (to) => setControl(rig, device, id, to) }];
    }),
  );

/** Whether something on a way stands above its mark: a gain like any other. */
export const isAboveMark = (solved: Solved, stages: readonly Stage[]): boolean =>
  movedOn(solved, stages).some(({ db }) => db > 0);

/** To a step of what is turned, towards its mark. */
const stepped = (db: Db, step: Db): Db => Number((Math.trunc(db / step) * step).toFixed(6));
const words = (db: Db): string => `${figureText(db, 0)} dB`;

/** Turns up what stands below its mark, by what is missing or to the mark: each where it is enough, else all of them. */
export const upToMark = (
  solved: Solved,
  stages: readonly Pick<Stage, 'terms'>[],
  missingDb: Db,
  slackDb: Db,
): Fix[] => {
  const low = movedOn(solved, stages).filter(({ db }) => db < 0);
  const enough = low.filter(({ db }) => -db >= missingDb - slackDb);
  if (enough.length > 0) {
    return enough.map(({ name, db, step, set }) => {
      const to = stepped(Math.min(0, db + missingDb), step);
      return { label: `Turn ${name} back up to ${words(to)}`, edit: set(to) };
    });
  }
  if (low.length === 0) return [];
  const label = `Turn ${low.map(({ name }) => name).join(' and ')} back up to ${words(0)}`;
  return [{ label, edit: combineEdits(label, ...low.map(({ set }) => set(0))) }];
};

/** Turns down what stands above its mark, where what is over comes out of that. */
export const downToMark = (solved: Solved, stages: readonly Stage[], overDb: Db): Fix[] =>
  movedOn(solved, stages)
    .filter(({ db }) => db >= overDb)
    .map(({ name, db, step, set }) => {
      const to = stepped(db - overDb, step);
      return { label: `Turn ${name} down to ${words(to)}`, edit: set(to) };
    });
