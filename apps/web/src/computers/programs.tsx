import {
  listenTo,
  putApp,
  withArmed,
  type App,
  type AppPage,
  type ComputerPage,
  type Rig,
  type TrackState,
} from '@diaphon/core';
import { AppStream, SystemFields } from '../fields/stream-field';
import { Button } from '../look/button';
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
                  aria-label={`Channel of track ${track.name}`}
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
                  aria-label={`Track ${track.name} is armed`}
                  checked={isArmed(app, track.id)}
                  onChange={({ target }) =>
                    edit((now) => putApp(now, withArmed(app, [track.id], target.checked)))
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

const Program = ({ rig, app, page }: { rig: Rig; app: App; page: AppPage }) => {
  const edit = useEdit();
  return (
    <li aria-label={app.name} className="space-y-1.5 border-l-2 border-line pl-2">
      <h4 className="font-bold">{app.name}</h4>
      {app.kind !== 'player' && (
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
      {computer && (
        <div className="mt-3">
          <SystemFields rig={rig} device={computer} />
        </div>
      )}
    </section>
  );
};
