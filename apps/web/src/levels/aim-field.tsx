import {
  lookup,
  setAim,
  statedAim,
  type AimChoice,
  type Rig,
  type SinkKind,
  type Strand,
} from '@diaphon/core';
import { useId } from 'react';
import { NumberField } from '../look/number-field';
import { useEdit } from '../store/use-edit';

/** Loudness as programmes are delivered: AES TD1004, EBU R 128 (from memory), and the mono twin of −16. */
const DELIVERIES: { key: string; label: string; aim: AimChoice }[] = [
  { key: 'lufs-16', label: '−16 LUFS, stereo podcast', aim: { lufs: -16, channels: 2 } },
  { key: 'lufs-18', label: '−18 LUFS, stereo', aim: { lufs: -18, channels: 2 } },
  { key: 'lufs-19', label: '−19 LUFS, mono podcast', aim: { lufs: -19, channels: 1 } },
  { key: 'lufs-23', label: '−23 LUFS, broadcast', aim: { lufs: -23, channels: 2 } },
];
const OWN_START_DBFS = -18;

const keyOf = (aim: AimChoice | undefined): string => {
  if (!aim) return 'usual';
  if ('school' in aim) return aim.school;
  if ('averageDbfs' in aim) return 'own';
  return (
    DELIVERIES.find(({ aim: one }) => 'lufs' in one && one.lufs === aim.lufs && one.channels === aim.channels)
      ?.key ?? 'other'
  );
};

interface AimFieldProps {
  rig: Rig;
  at: NonNullable<Strand['at']>;
  sinkLabel: string;
  sinkKind: SinkKind;
}

/** What level is wanted where a sound ends. */
export const AimField = ({ rig, at, sinkLabel, sinkKind }: AimFieldProps) => {
  const edit = useEdit();
  const id = useId();
  const stated = statedAim(lookup(rig), at);
  const key = keyOf(stated);
  const choose = (next: string) => {
    const aim: AimChoice | undefined =
      next === 'recording' || next === 'live'
        ? { school: next }
        : next === 'own'
          ? { averageDbfs: OWN_START_DBFS }
          : DELIVERIES.find((one) => one.key === next)?.aim;
    edit((now) => setAim(now, at, aim));
  };
  return (
    <div className="w-[210px] shrink-0">
      <label htmlFor={id} className="block truncate text-[13px]">
        Wanted at {sinkLabel}
      </label>
      <select id={id} className="field w-full" value={key} onChange={(event) => choose(event.target.value)}>
        <option value="usual">
          {sinkKind === 'track' || sinkKind === 'line' ? 'As the rig' : 'Usual for it'}
        </option>
        <option value="recording">Recording</option>
        <option value="live">Live</option>
        {DELIVERIES.map((one) => (
          <option key={one.key} value={one.key}>
            {one.label}
          </option>
        ))}
        <option value="own">Own average …</option>
        {key === 'other' && stated && 'lufs' in stated && <option value="other">{stated.lufs} LUFS</option>}
      </select>
      {stated && 'averageDbfs' in stated && (
        <NumberField
          label="Average"
          value={stated.averageDbfs}
          min={-60}
          max={-3}
          step={1}
          unit="dBFS"
          onChange={(averageDbfs) =>
            edit((now) => setAim(now, at, { averageDbfs }), { key: `aim ${at.app} ${at.track}` })
          }
        />
      )}
    </div>
  );
};
