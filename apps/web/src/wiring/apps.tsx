import {
  channelCount,
  listenTo,
  newApp,
  putApp,
  removeApp,
  takesSound,
  USUAL_MONITOR_MS,
  withAllTracks,
  withMonitoring,
  type App,
  type Device,
  type Rig,
} from '@diaphon/core';
import { ask } from '../engine/engine';
import { AppStream, SystemFields } from '../fields/stream-field';
import { Button } from '../look/button';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';
import { FarEnds } from './far-ends';
import { Recording } from './recording';
import { Tracks } from './tracks';

const KIND_WORDS: Record<App['kind'], string> = {
  recorder: 'records',
  call: 'a call with people elsewhere',
  encoder: 'sends a stream',
  player: 'plays',
  game: 'a game',
  browser: 'a browser: whatever its pages play',
  system: 'the system’s own sounds: alerts, mail, updates',
};
const ADDABLE: { kind: App['kind']; label: string }[] = [
  { kind: 'recorder', label: 'Add a recorder' },
  { kind: 'call', label: 'Add a call' },
  { kind: 'encoder', label: 'Add a stream' },
  { kind: 'player', label: 'Add a player' },
  { kind: 'game', label: 'Add a game' },
  { kind: 'browser', label: 'Add a browser' },
  { kind: 'system', label: 'Add system sounds' },
];

/** At 0 nothing is stated, as in a program nobody has touched. */
const withInputGain = ({ inputGainDb: _was, ...app }: App, inputGainDb: number): App =>
  inputGainDb === 0 ? app : { ...app, inputGainDb };

const withMono = ({ isMono: _was, ...app }: App, isMono: boolean): App => (isMono ? { ...app, isMono } : app);

/** Whether a recorder plays back what it records, and how late. */
const Monitoring = ({ app }: { app: App }) => {
  const edit = useEdit();
  const set = (monitorMs: number | undefined) =>
    edit((now) => putApp(now, withMonitoring(app, monitorMs)), { key: `monitoring ${app.id}` });
  return (
    <>
      <Toggle
        label="Plays back what it records"
        on={app.monitorMs !== undefined}
        onChange={(isOn) => set(isOn ? USUAL_MONITOR_MS : undefined)}
      />
      {app.monitorMs !== undefined && (
        <NumberField
          label={`How late ${app.name} plays back`}
          value={app.monitorMs}
          min={0}
          max={2000}
          step={1}
          unit="ms"
          onChange={set}
        />
      )}
    </>
  );
};

const AppFields = ({ rig, app }: { rig: Rig; app: App }) => {
  const edit = useEdit();
  const { kind } = app;
  const channels = channelCount(rig, app);
  return (
    <li className="space-y-1.5 border-l-2 border-line py-1 pl-2" aria-label={app.name}>
      <div className="flex items-end gap-2">
        <label className="min-w-0 flex-1">
          <span className="text-faint">{KIND_WORDS[kind]}</span>
          <input
            className="field block w-full"
            aria-label="Name of the program"
            key={app.name}
            defaultValue={app.name}
            maxLength={200}
            onBlur={(event) => {
              const name = event.target.value.trim();
              if (name && name !== app.name) edit((now) => putApp(now, { ...app, name }));
            }}
          />
        </label>
        <Button
          aria-label={`Remove ${app.name}`}
          onClick={() => edit((now) => removeApp(now, app.id), { announce: true })}
        >
          Remove
        </Button>
      </div>
      {takesSound(kind) && (
        <AppStream
          rig={rig}
          app={app}
          side="input"
          onChoose={(input) => edit((now) => listenTo(now, app, input))}
        />
      )}
      {takesSound(kind) && (
        <NumberField
          label={`Input gain of ${app.name}`}
          value={app.inputGainDb ?? 0}
          min={-60}
          max={40}
          step={1}
          unit="dB"
          onChange={(inputGainDb) =>
            edit((now) => putApp(now, withInputGain(app, inputGainDb)), { key: `input-gain ${app.id}` })
          }
        />
      )}
      {kind === 'recorder' && <Monitoring app={app} />}
      {kind === 'recorder' && app.tracks.length > 0 && <Recording rig={rig} app={app} />}
      {kind !== 'encoder' && (kind !== 'recorder' || app.monitorMs !== undefined) && (
        <AppStream
          rig={rig}
          app={app}
          side="output"
          onChoose={(output) => edit((now) => putApp(now, { ...app, output }))}
        />
      )}
      {kind === 'encoder' && (
        <Toggle
          label={`${app.name} makes one channel of two`}
          on={app.isMono === true}
          onChange={(isMono) => edit((now) => putApp(now, withMono(app, isMono)), { key: `mono ${app.id}` })}
        />
      )}
      {kind === 'call' && <FarEnds rig={rig} app={app} />}
      {kind === 'recorder' && (
        <Tracks
          app={app}
          channels={channels}
          onChange={(tracks) => edit((now) => putApp(now, { ...app, tracks }))}
          onAll={() => edit((now) => putApp(now, withAllTracks(now, app)))}
        />
      )}
    </li>
  );
};

/** The programs on a computer: what each listens to, plays into and records. */
export const Apps = ({ rig, device }: { rig: Rig; device: Device }) => {
  const edit = useEdit();
  const rigId = useAppSelector((state) => state.rig.id)!;
  const add = async (kind: App['kind']) => {
    const app = newApp(rig, device.id, kind);
    // A call is nothing by itself: where it is heard, what it hears and which track keeps it come with it.
    // Without the engine it is added bare, as any other.
    const placed =
      kind === 'call' ? await ask(rigId, 'placeCall', [app]).answer.catch(() => undefined) : undefined;
    edit((now) => placed ?? putApp(now, app), { announce: placed !== undefined });
  };
  const own = rig.apps.filter(({ computer }) => computer === device.id);
  return (
    <section aria-label="Programs" className="space-y-2 px-3 py-2">
      <h3 className="font-bold">Programs</h3>
      {own.length === 0 && <p className="text-faint">None yet: nothing here records, sends or plays.</p>}
      <ul className="space-y-2">
        {own.map((app) => (
          <AppFields key={app.id} rig={rig} app={app} />
        ))}
      </ul>
      <div className="flex flex-wrap gap-1.5">
        {ADDABLE.map(({ kind, label }) => (
          <Button key={kind} onClick={() => void add(kind)}>
            {label}
          </Button>
        ))}
      </div>
      <SystemFields rig={rig} device={device} />
    </section>
  );
};
