import {
  combineEdits,
  freeId,
  putPerson,
  putPlacement,
  removePlacement,
  type Device,
  type Person,
  type Placement,
  type Point,
  type Rig,
  type VoiceEffort,
  usualDistanceM,
} from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { Choice } from '../look/choice';
import { NumberField } from '../look/number-field';
import { useEdit } from '../store/use-edit';
import { Wears } from './wearing';

/** ANSI S3.5 names; the shouted voice is left to the rig file, nobody plans for it. */
const EFFORTS: { value: VoiceEffort; label: string }[] = [
  { value: 'normal', label: 'Normal' },
  { value: 'raised', label: 'Raised' },
  { value: 'loud', label: 'Loud' },
];

/** At 0 nothing is stated: a voice as they usually are. */
const againstUsual = ({ againstUsualDb: _was, ...person }: Person, againstUsualDb: number): Person =>
  againstUsualDb === 0 ? person : { ...person, againstUsualDb };

/** How someone speaks and how far from the microphone. */
export const VoiceFields = ({ rig, placement }: { rig: Rig; placement: Placement }) => {
  const edit = useEdit();
  const person = rig.people.find(({ id }) => id === placement.person);
  if (!person) return null;
  return (
    <div className="space-y-2">
      <Choice
        label={`Voice of ${person.name}`}
        value={person.effort}
        options={person.effort === 'shouted' ? [...EFFORTS, { value: 'shouted', label: 'Shouted' }] : EFFORTS}
        onChange={(effort) => edit(() => putPerson(rig, { ...person, effort }))}
      />
      <NumberField
        label={`${person.name} against usual`}
        value={person.againstUsualDb ?? 0}
        min={-20}
        max={20}
        step={1}
        unit="dB"
        note="A faint voice is below 0, a big one above."
        onChange={(db) =>
          edit((now) => putPerson(now, againstUsual(person, db)), { key: `${person.id} against usual` })
        }
      />
      <NumberField
        label="Distance from the microphone"
        value={Math.round(placement.distanceM * 100)}
        min={1}
        max={200}
        step={1}
        unit="cm"
        note="Half the distance is 6 dB more."
        onChange={(cm) =>
          edit((now) => putPlacement(now, { ...placement, distanceM: cm / 100 }), {
            key: `${placement.id} distance`,
          })
        }
      />
      <Wears rig={rig} person={person} />
    </div>
  );
};

/** Asks who speaks; without a name they get a number. */
const NewTalker = ({ isFirst, onSeat }: { isFirst: boolean; onSeat: (name: string) => void }) => {
  const [name, setName] = useState('');
  return (
    <form
      className="flex items-end gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        onSeat(name.trim());
        setName('');
      }}
    >
      <label className="min-w-0 flex-1">
        {isFirst ? 'Who speaks into it?' : 'Who else?'}
        <input
          className="field block w-full"
          placeholder="Name"
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <Button type="submit">{name.trim() ? `Seat ${name.trim()}` : 'Someone new speaks here'}</Button>
    </form>
  );
};

/** Who speaks into a microphone. */
export const Talkers = ({ rig, device, capsules }: { rig: Rig; device: Device; capsules: Point[] }) => {
  const edit = useEdit();
  const seat = (capsule: string, person: string) => ({
    id: freeId(rig, `${person}-at-${device.id}`),
    person,
    device: device.id,
    capsule,
    distanceM: usualDistanceM(rig, device.id),
    offAxisDeg: 0,
  });
  const someoneNew = (capsule: string, name: string) =>
    edit((now) => {
      const id = freeId(now, 'talker');
      const person = { id, name: name || `Talker ${now.people.length + 1}`, effort: 'normal' as const };
      return combineEdits(
        `Seat ${person.name}`,
        putPerson(now, person),
        putPlacement(now, seat(capsule, id)),
      );
    });
  return (
    <section aria-label="Who speaks here" className="space-y-2 px-3 py-2">
      {capsules.map((capsule) => {
        const here = rig.placements.filter((p) => p.device === device.id && p.capsule === capsule.id);
        const away = rig.people.filter(({ id }) => !here.some(({ person }) => person === id));
        return (
          <div key={capsule.id} className="space-y-2">
            {capsules.length > 1 && <h4 className="font-bold">{capsule.label}</h4>}
            {here.map((placement) => {
              const person = rig.people.find(({ id }) => id === placement.person);
              return (
                <div key={placement.id} className="space-y-2 border-l-2 border-line pl-2">
                  <div className="flex items-center gap-2">
                    <input
                      aria-label="Name of who speaks here"
                      className="field min-w-0 flex-1"
                      defaultValue={person?.name}
                      key={person?.name}
                      maxLength={200}
                      onBlur={(event) => {
                        const name = event.target.value.trim();
                        if (person && name && name !== person.name)
                          edit((now) => putPerson(now, { ...person, name }));
                      }}
                    />
                    <Button onClick={() => edit((now) => removePlacement(now, placement.id))}>
                      Goes away
                    </Button>
                  </div>
                  <VoiceFields rig={rig} placement={placement} />
                  <NumberField
                    label="Off the microphone's axis"
                    value={placement.offAxisDeg}
                    min={0}
                    max={180}
                    step={5}
                    unit="°"
                    onChange={(offAxisDeg) =>
                      edit((now) => putPlacement(now, { ...placement, offAxisDeg }), {
                        key: `${placement.id} axis`,
                      })
                    }
                  />
                </div>
              );
            })}
            <div className="flex flex-wrap gap-1.5">
              {away.map((person) => (
                <Button
                  key={person.id}
                  onClick={() => edit((now) => putPlacement(now, seat(capsule.id, person.id)))}
                >
                  {person.name} speaks here
                </Button>
              ))}
            </div>
            <NewTalker isFirst={here.length === 0} onSeat={(name) => someoneNew(capsule.id, name)} />
          </div>
        );
      })}
    </section>
  );
};
