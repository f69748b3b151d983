import {
  DELIVERIES,
  lookup,
  OWN_START_DBFS,
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

const deliveryKey = ({ lufs }: { lufs: number }): string => `lufs${lufs}`;

const keyOf = (aim: AimChoice | undefined): string => {
  if (!aim) return 'usual';
  if ('school' in aim) return aim.school;
  if ('averageDbfs' in aim) return 'own';
  const isListed = DELIVERIES.some((one) => one.aim.lufs === aim.lufs && one.aim.channels === aim.channels);
  return isListed ? deliveryKey(aim) : 'other';
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
          : DELIVERIES.find((one) => deliveryKey(one.aim) === next)?.aim;
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
          <option key={one.label} value={deliveryKey(one.aim)}>
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
