import {
  BUFFER_FRAMES,
  bufferMs,
  listenTo,
  PROCESSING,
  PROCESSING_NAME,
  putApp,
  setBuffer,
  setProcessing,
  setRestarts,
  shareDevices,
  startedNow,
  takesSound,
  trackWords,
  withArmed,
  withMonitored,
  type App,
  type AppPage,
  type ComputerPage,
  type Rig,
  type TrackState,
} from '@diaphon/core';
import { AppStream, SystemFields } from '../fields/stream-field';
import { Button } from '../look/button';
import { figure } from '../look/figures';
import { Toggle } from '../look/toggle';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';

const STATE_WORDS: Record<TrackState, string> = {
  heard: '',
  silent: 'nobody on it',
  'no channel': 'no such channel',
  doubled: 'taken twice',
  'not armed': 'not armed',
};

/** One step: every track named after who is on its channel. */
const NameAfterDesk = ({ app }: { app: App }) => {
  const { answer } = useAsked('nameAfterDesk', [app.id]);
  const edit = useEdit();
  return answer ? (
    <Button onClick={() => edit(() => answer, { announce: true })}>Name tracks after the desk</Button>
  ) : (
    <p className="text-[12.5px] text-faint">Its tracks are named after the desk.</p>
  );
};

const isArmed = ({ tracks }: App, track: string): boolean =>
  tracks.find(({ id }) => id === track)?.isArmed !== false;

const TrackTable = ({ app, page }: { app: App; page: AppPage }) => {
  const edit = useEdit();
  const change = (id: string, part: Partial<App['tracks'][number]>) =>
    edit((now) =>
      putApp(now, { ...app, tracks: app.tracks.map((one) => (one.id === id ? { ...one, ...part } : one)) }),
    );
  const most = Math.max(2, ...page.tracks.map(({ channel }) => channel)) + 1;
  return (
    <div className="overflow-x-auto" role="region" aria-label={`Tracks of ${app.name}`} tabIndex={0}>
      <table className="w-full border-collapse text-[13px]">
        <thead>
          <tr className="text-left text-faint">
            <th scope="col" className="pr-2 font-normal">
              Channel
            </th>
            <th scope="col" className="pr-2 font-normal">
              Track
            </th>
            <th scope="col" className="pr-2 font-normal">
              Armed
            </th>
            <th scope="col" className="pr-2 font-normal">
              Monitored
            </th>
            <th scope="col" className="font-normal">
              Socket, and who is on it
            </th>
          </tr>
        </thead>
        <tbody>
          {page.tracks.map((track) => (
            <tr key={track.id} className="border-t border-line align-top">
              <td className="py-1 pr-2">
                <select
                  className="field tabular"
                  aria-label={`Channel of ${trackWords(track)}`}
                  value={track.channel}
                  onChange={({ target }) => change(track.id, { channel: Number(target.value) })}
                >
                  {Array.from({ length: most }, (_, at) => (
                    <option key={at}>{at + 1}</option>
                  ))}
                </select>
              </td>
              <td className="py-1 pr-2">
                <input
                  className="field w-full min-w-[90px]"
                  aria-label={`Name of the track on channel ${track.channel}`}
                  key={track.name}
                  defaultValue={track.name}
                  maxLength={200}
                  onBlur={({ target }) => {
                    const name = target.value.trim();
                    if (name && name !== track.name) change(track.id, { name });
                  }}
                />
              </td>
              <td className="py-1 pr-2">
                <input
                  type="checkbox"
                  className="my-1.5 size-[18px]"
                  aria-label={`${trackWords(track, 'Track')} is armed`}
                  checked={isArmed(app, track.id)}
                  onChange={({ target }) =>
                    edit((now) => putApp(now, withArmed(app, [track.id], target.checked)))
                  }
                />
              </td>
              <td className="py-1 pr-2">
                <input
                  type="checkbox"
                  className="my-1.5 size-[18px]"
                  aria-label={`${trackWords(track, 'Track')} is monitored`}
                  checked={track.isMonitored}
                  onChange={({ target }) =>
                    edit((now) => putApp(now, withMonitored(app, track.id, target.checked)))
                  }
                />
              </td>
              <td className="py-1.5">
                {track.socket}
                {track.who && (
                  <>
                    {': '}
                    <b>{track.who}</b>
                  </>
                )}{' '}
                <span className={track.state === 'silent' ? 'text-faint' : 'font-bold text-fault'}>
                  {STATE_WORDS[track.state]}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
};

/** How many samples it takes at a time, and what that costs. */
const BufferField = ({ app }: { app: App }) => {
  const edit = useEdit();
  return (
    <label className="block">
      Buffer{' '}
      <select
        className="field"
        aria-label={`Buffer of ${app.name}`}
        value={app.bufferFrames ?? ''}
        onChange={({ target }) => {
          const frames = BUFFER_FRAMES.find((one) => String(one) === target.value);
          edit((now) => setBuffer(now, app, frames));
        }}
      >
        <option value="">nobody has looked</option>
        {BUFFER_FRAMES.map((frames) => (
          <option key={frames} value={frames}>
            {frames} samples, {figure(bufferMs({ ...app, bufferFrames: frames }), 1)} ms each way
          </option>
        ))}
      </select>
    </label>
  );
};

const STANDS = { '': undefined, on: true, off: false } as const;

/** What a call does by itself to what it takes in, and what follows from it. */
const ByItself = ({ app, told }: { app: App; told: AppPage['byItself'] }) => {
  const edit = useEdit();
  return (
    <fieldset aria-label={`What ${app.name} does by itself`} className="space-y-1">
      <legend>By itself, to what it takes in:</legend>
      {PROCESSING.map((what) => {
        const stands = app.processing?.[what];
        const words = told.find((one) => one.what === what)?.words;
        return (
          <div key={what} className="pl-2">
            <label className="grid grid-cols-[9.5em_minmax(0,1fr)] items-center">
              <span className="first-letter:uppercase">{PROCESSING_NAME[what]}</span>
              <select
                className="field"
                aria-label={`${PROCESSING_NAME[what]} of ${app.name}`}
                value={stands === undefined ? '' : stands ? 'on' : 'off'}
                onChange={({ target }) =>
                  edit((now) => setProcessing(now, app, what, STANDS[target.value as keyof typeof STANDS]))
                }
              >
                <option value="">nobody has looked</option>
                <option>on</option>
                <option>off</option>
              </select>
            </label>
            {words && <p className="text-[13px] text-faint">{words}</p>}
          </div>
        );
      })}
    </fieldset>
  );
};

/** How late people hear themselves, straight and by a program. */
const OwnVoices = ({ voices }: { voices: ComputerPage['ownVoices'] }) =>
  voices.length === 0 ? null : (
    <section aria-label="How late each hears themselves" className="mt-3">
      <h4 className="font-bold">How late each hears themselves</h4>
      <ul>
        {voices.map(({ who, where, straightMs, byProgramMs }) => (
          <li key={`${who} ${where}`}>
            {who} in {where}:{' '}
            {[
              ...(straightMs === undefined ? [] : [`${figure(straightMs, 1)} ms straight through the gear`]),
              ...(byProgramMs === undefined ? [] : [`${figure(byProgramMs, 1)} ms by a program`]),
            ].join(', and ')}
          </li>
        ))}
      </ul>
    </section>
  );

/** Recordings of one show by clocks of their own. */
const Apart = ({ pairs }: { pairs: ComputerPage['recordedApart'] }) =>
  pairs.length === 0 ? null : (
    <section aria-label="Recorded apart" className="mt-3">
      <h4 className="font-bold">Recorded apart</h4>
      <ul>
        {pairs.map(({ a, b, ms }) => (
          <li key={`${a} ${b}`}>
            {a} and {b} count by two clocks: up to {figure(ms, 0)} ms apart at the end of the show. Clap once
            at its start and once at its end, to lay them over one another.
          </li>
        ))}
      </ul>
    </section>
  );

/** Whether it notices changes by itself, and, where it does not, that it has been started again. */
const Starting = ({ app, isStale }: { app: App; isStale: boolean }) => {
  const edit = useEdit();
  return (
    <>
      <Toggle
        label={`${app.name} after a change of what it listens to`}
        on={app.restarts === true}
        words={['has to be started again', 'notices by itself']}
        onChange={(restarts) => edit((now) => setRestarts(now, app, restarts))}
      />
      {isStale && (
        <p className="flex flex-wrap items-baseline gap-x-2">
          <b className="text-fault">It was started with something else.</b>
          <Button onClick={() => edit((now) => startedNow(now, app), { announce: true })}>
            It has been started again
          </Button>
        </p>
      )}
    </>
  );
};

const Program = ({ rig, app, page }: { rig: Rig; app: App; page: AppPage }) => {
  const edit = useEdit();
  return (
    <li aria-label={app.name} className="space-y-1.5 border-l-2 border-line pl-2">
      <h4 className="font-bold">{app.name}</h4>
      {takesSound(app.kind) && (
        <AppStream
          rig={rig}
          app={app}
          side="input"
          onChoose={(input) => edit((now) => listenTo(now, app, input))}
        />
      )}
      {app.kind !== 'encoder' && (
        <AppStream
          rig={rig}
          app={app}
          side="output"
          onChoose={(output) => edit((now) => putApp(now, { ...app, output }))}
        />
      )}
      <Toggle
        label={`${app.name} takes its devices for itself`}
        on={app.takesDevices === true}
        onChange={(isAlone) =>
          edit((now) => (isAlone ? putApp(now, { ...app, takesDevices: true }) : shareDevices(now, app)))
        }
      />
      <BufferField app={app} />
      {app.kind === 'call' && <ByItself app={app} told={page.byItself} />}
      {takesSound(app.kind) && <Starting app={app} isStale={page.isStale} />}
      {app.kind === 'recorder' && app.tracks.length > 0 && <TrackTable app={app} page={page} />}
      {app.kind === 'recorder' && page.hears && <NameAfterDesk app={app} />}
    </li>
  );
};

/** The programs on a computer: what each hears and plays, and which channel each track takes. */
export const Programs = ({ rig, page }: { rig: Rig; page: ComputerPage }) => {
  const computer = rig.devices.find(({ id }) => id === page.device);
  return (
    <section aria-label="Programs">
      <h3 className="mb-1 font-bold">Programs</h3>
      {page.apps.length === 0 && (
        <p className="text-faint">None yet: nothing here records, sends or plays. Add them in Wiring.</p>
      )}
      <ul className="space-y-3">
        {page.apps.map((one) => {
          const app = rig.apps.find(({ id }) => id === one.id);
          return app && <Program key={one.id} rig={rig} app={app} page={one} />;
        })}
      </ul>
      <OwnVoices voices={page.ownVoices} />
      <Apart pairs={page.recordedApart} />
      {computer && (
        <div className="mt-3">
          <SystemFields rig={rig} device={computer} />
        </div>
      )}
    </section>
  );
};
