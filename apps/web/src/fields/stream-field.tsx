import {
  asSystem,
  isAsSystem,
  lookup,
  membersOn,
  setSystem,
  streamOptions,
  systemChoice,
  type App,
  type AppChoice,
  type Device,
  type Rig,
  type Side,
} from '@diaphon/core';
import { useEdit } from '../store/use-edit';

const keyOf = (choice: AppChoice | null): string => {
  if (!choice) return '';
  if (isAsSystem(choice)) return 'system';
  return 'joined' in choice ? `joined ${choice.joined}` : `${choice.device} ${choice.stream}`;
};

interface StreamFieldProps {
  rig: Rig;
  computer: string;
  side: Side;
  label: string;
  /** What it is called to whoever does not see where it stands. */
  named: string;
  value: AppChoice | null;
  /** What it is called to have chosen nothing, or to do as the system. */
  first: { key: string; label: string; choice: AppChoice | null }[];
  onChoose: (choice: AppChoice | null) => void;
}

/** What is listened to, or played into: streams of devices that hang on the computer first. */
const StreamField = ({ rig, computer, side, label, named, value, first, onChoose }: StreamFieldProps) => {
  const options = streamOptions(rig, computer, side);
  const joined = rig.joinedInputs.filter(
    (one) => one.computer === computer && (side === 'input' || membersOn(one, side).length > 0),
  );
  const choices = new Map<string, AppChoice | null>([
    ...first.map(({ key, choice }): [string, AppChoice | null] => [key, choice]),
    ...options.map(({ device, stream }): [string, AppChoice] => [`${device} ${stream}`, { device, stream }]),
    ...joined.map(({ id }): [string, AppChoice] => [`joined ${id}`, { joined: id }]),
  ]);
  return (
    <label className="block">
      {label}
      <select
        className="field mt-0.5 block w-full"
        aria-label={named}
        value={keyOf(value)}
        onChange={(event) => onChoose(choices.get(event.target.value) ?? null)}
      >
        {first.map((one) => (
          <option key={one.key} value={one.key}>
            {one.label}
          </option>
        ))}
        {options.map((one) => (
          <option key={`${one.device} ${one.stream}`} value={`${one.device} ${one.stream}`}>
            {one.label}
            {!one.isThere ? ' (not listed by this computer)' : one.channels === 0 ? ` (has no ${side}s)` : ''}
          </option>
        ))}
        {joined.map(({ id, name }) => (
          <option key={id} value={`joined ${id}`}>
            {name}, joined
          </option>
        ))}
      </select>
    </label>
  );
};

const SIDE_WORDS: Record<Side, string> = { input: 'Listens to', output: 'Plays into' };

/** What a program listens to, or plays into. */
export const AppStream = ({
  rig,
  app,
  side,
  onChoose,
}: Pick<StreamFieldProps, 'rig' | 'side' | 'onChoose'> & { app: App }) => (
  <StreamField
    rig={rig}
    computer={app.computer}
    side={side}
    label={SIDE_WORDS[side]}
    named={`${app.name} ${SIDE_WORDS[side].toLowerCase()}`}
    value={app[side]}
    first={[
      { key: '', label: 'Nothing yet', choice: null },
      { key: 'system', label: 'As the system', choice: asSystem(side) },
    ]}
    onChoose={onChoose}
  />
);

/** What the system is set to: whatever follows it listens to that, and plays into it. */
export const SystemFields = ({ rig, device }: { rig: Rig; device: Device }) => {
  const edit = useEdit();
  const model = lookup(rig).modelOf(device.id);
  if (!model) return null;
  return (
    <fieldset className="space-y-1.5">
      <legend className="text-faint">The system; programs may follow it</legend>
      {(['input', 'output'] as const).map((side) => (
        <StreamField
          key={side}
          rig={rig}
          computer={device.id}
          side={side}
          label={SIDE_WORDS[side]}
          named={`The system ${SIDE_WORDS[side].toLowerCase()}`}
          value={systemChoice(device, model, side)}
          first={[]}
          onChoose={(choice) => {
            if (choice && !isAsSystem(choice)) edit((now) => setSystem(now, device, side, choice));
          }}
        />
      ))}
    </fieldset>
  );
};
