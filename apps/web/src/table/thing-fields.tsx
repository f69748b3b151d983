import { moveLoudspeaker, putPlacement, type Placement, type Rig, type Spot } from '@diaphon/core';
import { VoiceFields } from '../fields/talkers';
import { Button } from '../look/button';
import { NumberField } from '../look/number-field';
import { useEdit } from '../store/use-edit';
import { moveThing, patternWords, type Thing } from './plan-things';

/** Where it is and which way it is turned, by number. */
const SpotFields = ({ thing }: { thing: Thing }) => {
  const edit = useEdit();
  const { spot } = thing;
  const rows: [key: keyof Spot, label: string, unit: string, min: number, max: number, step: number][] = [
    ['xM', 'Across', 'm', -50, 50, 0.05],
    ['yM', 'Down', 'm', -50, 50, 0.05],
    ['turnDeg', 'Turned, clockwise from straight up', '°', -180, 180, 5],
  ];
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1">
      {rows.map(([key, label, unit, min, max, step]) => (
        <div key={key} className={key === 'turnDeg' ? 'col-span-2' : ''}>
          <NumberField
            label={label}
            value={Math.round(spot[key] * 100) / 100}
            min={min}
            max={max}
            step={step}
            unit={unit}
            hideSlider={key !== 'turnDeg'}
            onChange={(value) =>
              edit((now) => moveThing(now, thing, { ...spot, [key]: value }), { key: `plan ${thing.key}` })
            }
          />
        </div>
      ))}
    </div>
  );
};

/** How far off its axis someone speaks into a microphone. */
const AxisField = ({ rig, placement }: { rig: Rig; placement: Placement }) => {
  const edit = useEdit();
  const name = rig.people.find(({ id }) => id === placement.person)?.name ?? placement.person;
  return (
    <NumberField
      label={`Turned away from ${name}`}
      value={Math.round(placement.offAxisDeg)}
      min={-180}
      max={180}
      step={5}
      unit="°"
      note="To the right, or, below 0, to the left."
      onChange={(offAxisDeg) =>
        edit((now) => putPlacement(now, { ...placement, offAxisDeg }), { key: `${placement.id} axis` })
      }
    />
  );
};

/** Everything about what is chosen on the plan. */
export const ThingFields = ({ rig, thing }: { rig: Rig; thing: Thing }) => {
  const edit = useEdit();
  const placements =
    thing.kind === 'talker'
      ? rig.placements.filter(({ person }) => person === thing.person)
      : thing.kind === 'microphone'
        ? thing.placements
        : [];
  return (
    <section aria-label={thing.name} className="space-y-2">
      <h3 className="font-bold">
        {thing.name}
        {thing.kind === 'microphone' && (
          <span className="font-normal text-faint">, {patternWords(thing.omniPart)}</span>
        )}
      </h3>
      {placements.map((placement) => (
        <div key={placement.id} className="space-y-2">
          <VoiceFields rig={rig} placement={placement} />
          <AxisField rig={rig} placement={placement} />
        </div>
      ))}
      <SpotFields thing={thing} />
      {thing.kind === 'loudspeaker' && (
        <Button onClick={() => edit((now) => moveLoudspeaker(now, thing.device, undefined))}>
          It stands in another room
        </Button>
      )}
      {thing.kind === 'microphone' && thing.placements.length === 1 && (
        <Button
          onClick={() => {
            const [placement] = thing.placements;
            edit((now) => putPlacement(now, { ...placement!, offAxisDeg: 0 }));
          }}
        >
          Turn it to the mouth
        </Button>
      )}
    </section>
  );
};
