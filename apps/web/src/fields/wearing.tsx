import { lookup, wear, type Device, type Person, type Rig } from '@diaphon/core';
import { useEdit } from '../store/use-edit';

interface OneOfProps {
  label: string;
  none: string;
  value: string | undefined;
  options: readonly { id: string; name: string }[];
  note: string;
  onChange: (id: string | undefined) => void;
}

const OneOf = ({ label, none, value = '', options, note, onChange }: OneOfProps) => (
  <label className="block">
    {label}
    <select
      className="field block w-full"
      value={value}
      onChange={(event) => onChange(event.target.value || undefined)}
    >
      <option value="">{none}</option>
      {options.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
    <span className="block text-[12.5px] text-faint">{note}</span>
  </label>
);

const NOTE = 'A microphone near the ears hears them faintly.';

/** Who wears some headphones. */
export const WornBy = ({ rig, device }: { rig: Rig; device: Device }) => {
  const edit = useEdit();
  return (
    <section aria-label="Who wears them" className="px-3 py-2">
      <OneOf
        label="Worn by"
        none="Nobody at a microphone"
        value={rig.people.find(({ wears }) => wears === device.id)?.id}
        options={rig.people}
        note={NOTE}
        onChange={(person) => edit((now) => wear(now, device.id, person))}
      />
    </section>
  );
};

/** Which headphones someone wears; nothing where the rig has none. */
export const Wears = ({ rig, person }: { rig: Rig; person: Person }) => {
  const edit = useEdit();
  const find = lookup(rig);
  const all = rig.devices.filter(({ id }) => find.modelOf(id)?.kind === 'headphones');
  if (all.length === 0) return null;
  return (
    <OneOf
      label={`${person.name} wears`}
      none="No headphones"
      value={person.wears}
      options={all}
      note={NOTE}
      onChange={(headphones) =>
        edit((now) =>
          wear(now, headphones ?? person.wears!, headphones === undefined ? undefined : person.id),
        )
      }
    />
  );
};
