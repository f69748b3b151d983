import { controlOf, type ControlValue } from '../catalogue';
import { channelCount } from '../offers';
import { streamsAt, turnControl, type Solved } from '../checks';
import {
  putApp,
  settingOf,
  trackWords,
  withMonitoring,
  type App,
  type AppChoice,
  type Edit,
  type Rig,
  type Side,
  type Track,
} from '../rig';
import type { Db } from '../units';
import { makeGates, valuesOf } from './gates';

/** One place a knob can stand at. */
export interface Position {
  /** "Switch Microphone 1 mute off". */
  label: string;
  set: (rig: Rig) => Edit;
}

/** Something in a rig that decides who hears what: a control, a program's choice. The first position is as it stands. */
export interface Knob {
  id: string;
  device: string;
  control?: string;
  /** Those of a level are added as they are asked for: `atLevel`. */
  positions: Position[];
  /** What a control has at each. */
  values?: ControlValue[];
  /** What a program listens to, or plays into, at each. */
  choices?: readonly (AppChoice | null)[];
  /** Which channel a track takes at each, counted from 1. */
  channels?: readonly number[];
}

/** Where every knob that is not as it stands is put: the number of its position. */
export type Setting = ReadonlyMap<string, number>;

const appNow = (rig: Rig, id: string): App => rig.apps.find((one) => one.id === id)!;

/** The knobs of a rig, each made when it is first asked for. */
export const makeKnobs = (solved: Solved) => {
  const { rig, find } = solved;
  const known = new Map<string, Knob>();
  const keep = (id: string, make: () => Omit<Knob, 'id'>): Knob => {
    const there = known.get(id) ?? { id, ...make() };
    known.set(id, there);
    return there;
  };
  const asItStands: Position = { label: '', set: () => ({ label: '', steps: [] }) };
  const program = (app: App, label: string, next: (app: App) => App): Position => ({
    label,
    set: (now) => ({ ...putApp(now, next(appNow(now, app.id))), label }),
  });
  const shown = (app: App, side: Side) => streamsAt(solved, app, side);
  const turning = (device: string, control: string, value: ControlValue): Position => ({
    label: turnControl(rig, device, control, value).label,
    set: (now) => turnControl(now, device, control, value).edit,
  });
  const ofControl = (device: string, control: string): Knob | undefined => {
    const at = find.device(device);
    const found = controlOf(find.modelOf(device), control);
    if (!at || !found) return undefined;
    return keep(`${device} ${control}`, () => {
      const values = valuesOf(found, settingOf(at, found));
      return { device, control, values, positions: values.map((value) => turning(device, control, value)) };
    });
  };
  return {
    /** The ways of the rig as it stands, and those its choices would make. */
    base: makeGates(solved),
    /** Those made so far, by their names. */
    known,
    /** The streams a program may choose from. */
    shown,
    /** What decides whether sound goes a way; undefined where it only makes it louder. */
    control: (device: string, control: string): Knob | undefined => {
      const knob = ofControl(device, control);
      return knob && knob.positions.length > 1 ? knob : undefined;
    },
    /** A gain, a trim or a fader that has a place at a level, dB. */
    atLevel: (device: string, control: string, value: Db): Knob | undefined => {
      const knob = ofControl(device, control);
      if (!knob?.values) return undefined;
      if (!knob.values.includes(value)) {
        knob.positions.push(turning(device, control, value));
        knob.values.push(value);
      }
      return knob;
    },
    /** What a program listens to, or plays into. */
    stream: (app: App, side: 'input' | 'output'): Knob =>
      keep(`${app.id} ${side}`, () => {
        const chosen = find.streamsOf(app[side], app.computer, side);
        const others = shown(app, side).filter(
          ({ device, stream }) => !chosen.some((one) => one.device === device && one.stream === stream),
        );
        const words = side === 'input' ? 'listen to' : 'play into';
        return {
          device: app.computer,
          choices: [app[side], ...others.map(({ device, stream }) => ({ device, stream }))],
          positions: [
            asItStands,
            ...others.map(({ device, stream, label }) =>
              program(app, `Let ${app.name} ${words} ${label} of ${find.nameOf(device)}`, (now) => ({
                ...now,
                [side]: { device, stream },
              })),
            ),
          ],
        };
      }),
    /** Whether a recorder plays back what it records. */
    monitoring: (app: App): Knob =>
      keep(`${app.id} monitoring`, () => ({
        device: app.computer,
        positions: [
          asItStands,
          ...(app.monitorMs === undefined
            ? []
            : [
                program(app, `Switch the monitoring of ${app.name} off`, (now) =>
                  withMonitoring(now, undefined),
                ),
              ]),
        ],
      })),
    /** Which channel a track takes. */
    channel: (app: App, track: Track): Knob =>
      keep(`${app.id} ${track.id} channel`, () => {
        const others = Array.from({ length: channelCount(rig, app) }, (_, n) => n + 1).filter(
          (n) => n !== track.channel,
        );
        return {
          device: app.computer,
          channels: [track.channel, ...others],
          positions: [
            asItStands,
            ...others.map((channel) =>
              program(app, `Let ${trackWords(track)} take channel ${channel}`, (now) => ({
                ...now,
                tracks: now.tracks.map((one) => (one.id === track.id ? { ...one, channel } : one)),
              })),
            ),
          ],
        };
      }),
  };
};

export type Knobs = ReturnType<typeof makeKnobs>;
