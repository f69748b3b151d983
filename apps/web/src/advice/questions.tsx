import { MICROPHONE_MODELS, type Answers } from '@diaphon/core';
import { Choice } from '../look/choice';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { RANGES } from './answers-address';

interface QuestionsProps {
  answers: Answers;
  onChange: (change: Partial<Answers>) => void;
}

/** What people commonly have already. */
const COMMON: [model: string, name: string][] = [
  ['laptop-c', 'Laptop, USB-C only'],
  ['laptop-earthed', 'Laptop with earthed supply'],
  ['desktop', 'Desktop computer'],
  [MICROPHONE_MODELS['hand-held'], 'Hand-held dynamic'],
  [MICROPHONE_MODELS.broadcast, 'Broadcast dynamic'],
  [MICROPHONE_MODELS.condenser, 'Condenser'],
  ['mic-usb', 'USB microphone'],
  ['interface-2', 'Interface, 2 inputs'],
  ['interface-4', 'Interface, 4 inputs'],
  ['mixer-4-usb', 'Mixer with USB'],
  ['headphones', 'Headphones'],
  ['loudspeaker', 'Powered loudspeaker'],
  ['guitar', 'Guitar'],
  ['camera', 'Camera'],
];
const MOST_OWNED = 8;

const Owned = ({ answers, onChange }: QuestionsProps) => (
  <details className="border-t border-hair pt-2">
    <summary className="cursor-pointer font-bold">
      Already there <span className="font-normal text-faint">· {answers.owned.length}</span>
    </summary>
    <ul className="grid grid-cols-2 gap-x-3">
      {COMMON.map(([model, name]) => {
        const count = answers.owned.filter((id) => id === model).length;
        return (
          <li key={model}>
            <label className="flex items-center gap-2 py-0.5 text-[13px]">
              <select
                className="field w-[3.6em]"
                value={count}
                onChange={(event) =>
                  onChange({
                    owned: [
                      ...answers.owned.filter((id) => id !== model),
                      ...Array.from({ length: Number(event.target.value) }, () => model),
                    ],
                  })
                }
              >
                {Array.from({ length: MOST_OWNED + 1 }, (_, number) => (
                  <option key={number} value={number}>
                    {number}
                  </option>
                ))}
              </select>
              {name}
            </label>
          </li>
        );
      })}
    </ul>
  </details>
);

/** A short set of questions; every answer shows its consequences at once. */
export const Questions = ({ answers, onChange }: QuestionsProps) => (
  <section aria-label="Questions" className="space-y-2.5">
    <NumberField
      label="How many speak at the same time in the room?"
      value={answers.people}
      {...RANGES.people}
      unit="at once"
      onChange={(people) => onChange({ people })}
    />
    <NumberField
      label="How far from the microphones to the computer?"
      value={answers.distanceM}
      {...RANGES.distanceM}
      unit="m"
      onChange={(distanceM) => onChange({ distanceM })}
    />
    <NumberField
      label="How many join by call at the same time?"
      value={answers.callers}
      {...RANGES.callers}
      unit="at once"
      onChange={(callers) => onChange({ callers })}
    />
    <NumberField
      label="How many instruments at the same time?"
      value={answers.instruments}
      {...RANGES.instruments}
      unit="at once"
      onChange={(instruments) => onChange({ instruments })}
    />
    <Toggle label="Live stream" on={answers.streams} onChange={(streams) => onChange({ streams })} />
    <Toggle
      label="Now and then loudspeakers before an audience"
      on={answers.events}
      onChange={(events) => onChange({ events })}
    />
    <Toggle label="It will grow later" on={answers.grows} onChange={(grows) => onChange({ grows })} />
    <Toggle
      label="Gain and mutes under the fingers"
      on={answers.handsOn}
      onChange={(handsOn) => onChange({ handsOn })}
    />
    <Choice
      label="Camera"
      value={answers.camera}
      options={[
        { value: 'none', label: 'None' },
        { value: 'computer', label: 'At the computer' },
        { value: 'own-file', label: 'Records by itself' },
      ]}
      onChange={(camera) => onChange({ camera })}
    />
    <Choice
      label="Microphone you have in mind"
      value={answers.microphone}
      options={[
        { value: 'hand-held', label: 'Dynamic' },
        { value: 'broadcast', label: 'Broadcast dynamic' },
        { value: 'condenser', label: 'Condenser' },
      ]}
      onChange={(microphone) => onChange({ microphone })}
    />
    <Choice
      label="How loud do you speak?"
      value={answers.effort}
      options={[
        { value: 'normal', label: 'Normal' },
        { value: 'raised', label: 'Raised' },
        { value: 'loud', label: 'Loud' },
        { value: 'shouted', label: 'Shouting' },
      ]}
      onChange={(effort) => onChange({ effort })}
    />
    <NumberField
      label="From mouth to microphone"
      value={Math.round(answers.mouthM * 100)}
      min={3}
      max={100}
      step={1}
      unit="cm"
      onChange={(centimetres) => onChange({ mouthM: centimetres / 100 })}
    />
    <NumberField
      label="How loud is the room when nobody speaks?"
      value={answers.roomNoiseSpl}
      {...RANGES.roomNoiseSpl}
      unit="dB SPL"
      note="30 a quiet room, 40 with a computer's fan (common practice)"
      onChange={(roomNoiseSpl) => onChange({ roomNoiseSpl })}
    />
    <Owned answers={answers} onChange={onChange} />
  </section>
);
