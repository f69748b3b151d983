import {
  farEndName,
  sayIntent,
  takesSound,
  type App,
  type Rig,
  type SinkRef,
  type SourceRef,
} from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';

/** Far ends by their names, where several are known. */
const farEndsIn = (rig: Rig, isOne: (kind: App['kind']) => boolean, label: (name: string) => string) =>
  rig.apps
    .filter(({ kind }) => isOne(kind))
    .flatMap(({ id, name, farEnds = [] }) => [
      { label: label(name), ref: { app: id } },
      ...farEnds.map((one) => ({ label: one.name, ref: { app: id, farEnd: one.id } })),
    ]);

const sourcesOf = (rig: Rig): { label: string; ref: SourceRef }[] => [
  ...rig.people.map(({ id, name }) => ({ label: name, ref: { person: id } })),
  ...farEndsIn(rig, (kind) => kind === 'call', farEndName),
  ...farEndsIn(
    rig,
    (kind) => !takesSound(kind),
    (name) => name,
  ),
  ...rig.devices
    .filter(({ model }) =>
      rig.models.some(({ id, points }) => id === model && points.some(({ role }) => role === 'programme')),
    )
    .map(({ id, name }) => ({ label: name, ref: { device: id } })),
];

const sinksOf = (rig: Rig): { label: string; ref: SinkRef }[] => [
  ...farEndsIn(rig, takesSound, (name) => name),
  ...rig.apps.flatMap(({ id, name, tracks }) =>
    tracks.map((track) => ({ label: `${name}, track ${track.name}`, ref: { app: id, track: track.id } })),
  ),
  ...rig.devices
    .filter(({ model }) =>
      rig.models.some(
        ({ id, points }) => id === model && points.some(({ role }) => role === 'driver' || role === 'track'),
      ),
    )
    .map(({ id, name }) => ({ label: name, ref: { device: id } })),
];

/** One more sentence of what is meant: a source, whether it must or must never arrive, and a listener. */
export const AddIntent = ({ rig, onDone }: { rig: Rig; onDone: () => void }) => {
  const edit = useEdit();
  const [sources, sinks] = [sourcesOf(rig), sinksOf(rig)];
  const [source, setSource] = useState(0);
  const [want, setWant] = useState<'arrives' | 'never'>('arrives');
  const [sink, setSink] = useState(0);
  if (sources.length === 0 || sinks.length === 0)
    return <p className="text-faint">First there must be a sound, and something that hears it.</p>;
  const pick = (label: string, value: number, options: { label: string }[], set: (n: number) => void) => (
    <select
      className="field block w-full"
      aria-label={label}
      value={value}
      onChange={(event) => set(Number(event.target.value))}
    >
      {options.map((option, index) => (
        <option key={option.label} value={index}>
          {option.label}
        </option>
      ))}
    </select>
  );
  return (
    <form
      className="space-y-1.5 pt-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        edit((now) => sayIntent(now, sources[source]!.ref, sinks[sink]!.ref, want));
        onDone();
      }}
    >
      {pick('Which sound', source, sources, setSource)}
      <select
        className="field block w-full"
        aria-label="What is to happen"
        value={want}
        onChange={(event) => setWant(event.target.value as 'arrives' | 'never')}
      >
        <option value="arrives">is to be heard at</option>
        <option value="never">is never to be heard at</option>
      </select>
      {pick('Where', sink, sinks, setSink)}
      <div className="flex gap-1.5">
        <Button type="submit">Keep</Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
};
