import { trackWords, type App } from '@diaphon/core';
import { Button } from '../look/button';

type Track = App['tracks'][number];

interface TracksProps {
  app: App;
  /** How many channels what it listens to has; 0 when nobody knows yet. */
  channels: number;
  onChange: (tracks: Track[]) => void;
  onAll: () => void;
}

/** A recorder's tracks: a name and a channel each. */
export const Tracks = ({ app, channels, onChange, onAll }: TracksProps) => {
  const { tracks } = app;
  const change = (id: string, part: Partial<Track>) =>
    onChange(tracks.map((track) => (track.id === id ? { ...track, ...part } : track)));
  const most = Math.max(channels, ...tracks.map(({ channel }) => channel), 2);
  const add = () => {
    const ids = new Set(tracks.map(({ id }) => id));
    let n = tracks.length + 1;
    while (ids.has(`t${n}`)) n += 1;
    const free = Array.from({ length: most }, (_, index) => index + 1).find(
      (channel) => !tracks.some((track) => track.channel === channel),
    );
    const channel = free ?? most;
    onChange([...tracks, { id: `t${n}`, name: `Channel ${channel}`, channel }]);
  };
  return (
    <div>
      {tracks.length === 0 && <p className="text-faint">No tracks: it records nothing.</p>}
      <ul>
        {tracks.map((track) => (
          <li key={track.id} className="flex items-center gap-1.5 py-0.5">
            <input
              className="field min-w-0 flex-1"
              aria-label={`Name of ${trackWords(track)}`}
              key={track.name}
              defaultValue={track.name}
              maxLength={200}
              onBlur={(event) => {
                const name = event.target.value.trim();
                if (name && name !== track.name) change(track.id, { name });
              }}
            />
            <select
              className="field"
              aria-label={`Channel of track ${track.name}`}
              value={track.channel}
              onChange={(event) => change(track.id, { channel: Number(event.target.value) })}
            >
              {Array.from({ length: most }, (_, index) => (
                <option key={index} value={index + 1}>
                  {`channel ${index + 1}`}
                  {channels > 0 && index + 1 > channels ? ', not there' : ''}
                </option>
              ))}
            </select>
            <Button
              kind="quiet"
              aria-label={`Remove track ${track.name}`}
              onClick={() => onChange(tracks.filter(({ id }) => id !== track.id))}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-1.5 pt-1">
        <Button onClick={add}>Add a track</Button>
        {channels > tracks.length && <Button onClick={onAll}>A track for every channel</Button>}
      </div>
    </div>
  );
};
