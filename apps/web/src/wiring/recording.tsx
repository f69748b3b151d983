import {
  recordingOf,
  recordingRoom,
  rateText,
  SAMPLE_RATES_HZ,
  setRecording,
  USUAL_KBPS,
  type App,
  type Recording as HowItWrites,
  type Rig,
} from '@diaphon/core';
import { NumberField } from '../look/number-field';
import { figure } from '../look/figures';
import { useEdit } from '../store/use-edit';

const BITS: HowItWrites['bits'][] = [16, 24, 32];
const FILES: HowItWrites['files'][] = ['one for each track', 'one for all tracks'];
const CONTAINERS: [HowItWrites['container'], string][] = [
  ['wav', 'Plain WAV, 4 GiB at most'],
  ['wav-64', 'WAV that counts in 64 bits'],
  ['aiff', 'AIFF, 2 GiB at most'],
  ['flac', 'FLAC: packed, nothing lost'],
  ['lossy', 'With loss, as MP3 or AAC'],
];

const Field = <T extends string | number>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly [T, string][];
  onChange: (value: T) => void;
}) => (
  <label className="block">
    {label}
    <select
      className="field block w-full"
      value={String(value)}
      onChange={(event) => {
        const chosen = options.find(([one]) => String(one) === event.target.value);
        if (chosen) onChange(chosen[0]);
      }}
    >
      {options.map(([one, words]) => (
        <option key={one} value={String(one)}>
          {words}
        </option>
      ))}
    </select>
  </label>
);

const lastsWords = (hours: number): string =>
  hours === Infinity ? 'has no end' : `lasts ${figure(hours)} h`;

/** How a recorder writes its tracks, and how long it can go on. */
export const Recording = ({ rig, app }: { rig: Rig; app: App }) => {
  const edit = useEdit();
  const now = recordingOf(app);
  const { bytesPerSecond, fileHours, roomHours } = recordingRoom(app, rig.assumptions);
  const set = (change: Parameters<typeof setRecording>[2]) =>
    edit(
      (held) =>
        setRecording(
          held,
          held.apps.find(({ id }) => id === app.id)!,
          change,
        ),
      {
        key: `recording ${app.id}`,
      },
    );
  return (
    <details>
      <summary>
        {figure((bytesPerSecond * 3600) / 1e9)} GB an hour; its largest file {lastsWords(fileHours)}
        {roomHours === undefined ? '' : `, its disk ${lastsWords(roomHours)}`}
      </summary>
      <div className="space-y-1.5 py-1">
        <Field
          label="Sample rate"
          value={now.rateHz}
          options={SAMPLE_RATES_HZ.map((hz) => [hz, rateText(hz)])}
          onChange={(rateHz) => set({ rateHz })}
        />
        {now.container === 'lossy' ? (
          <NumberField
            label="Bit rate of each file"
            value={now.kbps ?? USUAL_KBPS}
            min={32}
            max={512}
            step={16}
            unit="kb/s"
            hideSlider
            note="What is left out cannot be brought back: edit and level before you pack so."
            onChange={(kbps) => set({ kbps })}
          />
        ) : (
          <Field
            label="Bits"
            value={now.bits}
            options={BITS.map((bits) => [bits, `${bits}`])}
            onChange={(bits) => set({ bits })}
          />
        )}
        <Field
          label="Files"
          value={now.files}
          options={FILES.map((files) => [files, files])}
          onChange={(files) => set({ files })}
        />
        <Field
          label="Kind of file"
          value={now.container}
          options={CONTAINERS}
          onChange={(container) => set({ container })}
        />
        <NumberField
          label="Free on its disk"
          value={now.roomGb ?? 0}
          min={0}
          max={10_000}
          step={1}
          unit="GB"
          hideSlider
          note="0: nobody has looked."
          onChange={(roomGb) => set({ roomGb: roomGb > 0 ? roomGb : undefined })}
        />
      </div>
    </details>
  );
};
