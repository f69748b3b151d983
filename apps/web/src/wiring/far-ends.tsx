import {
  DEFAULT_NETWORK_MS,
  newFarEnd,
  putFarEnd,
  removeFarEnd,
  USUAL_OPEN_LOSS_DB,
  type App,
  type FarEnd,
  type Rig,
} from '@diaphon/core';
import { Button } from '../look/button';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';

/** By what they hear, and what of it may come back out of a loudspeaker. */
const Listening = ({ farEnd, onChange }: { farEnd: FarEnd; onChange: (part: Partial<FarEnd>) => void }) => {
  const { name, listensBy, openLossDb = USUAL_OPEN_LOSS_DB, speakerMs = 0, canceller } = farEnd;
  return (
    <>
      <label className="block">
        <span className="text-[13px]">{name} listens by</span>
        <select
          className="field mt-0.5 block w-full"
          value={listensBy}
          onChange={(event) => onChange({ listensBy: event.target.value as FarEnd['listensBy'] })}
        >
          <option value="headset">a headset</option>
          <option value="loudspeaker">an open loudspeaker</option>
        </select>
      </label>
      {listensBy === 'loudspeaker' && (
        <>
          <NumberField
            label={`In the microphone of ${name}, weaker by`}
            note="a laptop about 10; a loudspeaker across the room 20 and more; common practice"
            value={openLossDb}
            min={0}
            max={80}
            step={1}
            unit="dB"
            onChange={(db) => onChange({ openLossDb: db })}
          />
          <NumberField
            label={`The loudspeaker of ${name} is late by`}
            note="a wireless one 150 to 300; common practice"
            value={speakerMs}
            min={0}
            max={2000}
            step={10}
            unit="ms"
            onChange={(ms) => onChange({ speakerMs: ms })}
          />
        </>
      )}
      <Toggle
        label={`Echo canceller at ${name}`}
        on={canceller}
        onChange={(isOn) => onChange({ canceller: isOn })}
      />
    </>
  );
};

/** Who is at the other end of a call: how far away, and by what they listen. */
export const FarEnds = ({ rig, app }: { rig: Rig; app: App }) => {
  const edit = useEdit();
  const { farEnds = [] } = app;
  const assumedMs = rig.assumptions.networkMs ?? DEFAULT_NETWORK_MS;
  const change = (farEnd: FarEnd, part: Partial<FarEnd>) =>
    edit((now) => putFarEnd(now, app, { ...farEnd, ...part }), { key: `far-end ${app.id} ${farEnd.id}` });
  return (
    <section aria-label={`Who is in ${app.name}`} className="space-y-1.5">
      {farEnds.length === 0 && (
        <p className="text-faint">
          Nobody has said who is there: one far end by headset, {assumedMs} ms away.
        </p>
      )}
      <ul className="space-y-2">
        {farEnds.map((farEnd) => (
          <li key={farEnd.id} className="space-y-1.5 border-l-2 border-hair pl-2" aria-label={farEnd.name}>
            <div className="flex items-end gap-2">
              <input
                className="field block w-full min-w-0 flex-1"
                aria-label={`Name of ${farEnd.name}`}
                key={farEnd.name}
                defaultValue={farEnd.name}
                maxLength={200}
                onBlur={(event) => {
                  const name = event.target.value.trim();
                  if (name && name !== farEnd.name) change(farEnd, { name });
                }}
              />
              <Button
                aria-label={`Take ${farEnd.name} away`}
                onClick={() => edit((now) => removeFarEnd(now, app, farEnd.id), { announce: true })}
              >
                Remove
              </Button>
            </div>
            <NumberField
              label={`Network to ${farEnd.name}, one way`}
              value={farEnd.networkMs ?? assumedMs}
              min={0}
              max={5000}
              step={10}
              unit="ms"
              onChange={(networkMs) => change(farEnd, { networkMs })}
            />
            <Listening farEnd={farEnd} onChange={(part) => change(farEnd, part)} />
          </li>
        ))}
      </ul>
      <Button onClick={() => edit((now) => putFarEnd(now, app, newFarEnd(app)))}>
        Add someone to {app.name}
      </Button>
    </section>
  );
};
