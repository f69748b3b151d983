import {
  ahead,
  isDestination,
  lookup,
  setControl,
  setTarget,
  strandControls,
  turnableAt,
  type Rig,
  type Strand,
  type StrandRow,
  type Target,
} from '@diaphon/core';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Waiting } from '../page/waiting';
import { useAsked } from '../store/use-asked';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { Choice } from '../look/choice';
import { useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';
import { useKeepVariant } from '../store/use-keep-variant';
import { useSelection } from '../store/use-selection';
import { ControlField } from '../fields/control-field';
import { VoiceFields } from '../fields/talkers';
import { AimField } from './aim-field';
import { AssumptionFields } from './assumptions';
import { ChannelChart } from './channel-chart';
import { DestinationField, destinationsOf, rowsAt } from './destination';
import { isShown, type Shown } from './level-words';
import { HissDetail } from './hiss-detail';
import { StageDetail } from './stage-detail';
import { StrandList } from './strand-list';
import { useVariants } from './use-variants';

const GainPlanDialog = lazy(async () => ({ default: (await import('./gain-plan-dialog')).GainPlanDialog }));
const Hear = lazy(async () => ({ default: (await import('./hear')).Hear }));
const VariantsTable = lazy(async () => ({ default: (await import('./variants-table')).VariantsTable }));

const NO_ROWS: StrandRow[] = [];

const TARGET_OPTIONS: { value: Target; label: string }[] = [
  { value: 'recording', label: 'Recording' },
  { value: 'live', label: 'Live' },
];

const SHOWN_OPTIONS: { value: Shown; label: string }[] = [
  { value: 'decibels', label: 'dB' },
  { value: 'volts', label: 'Volts' },
];

/** An address with one of its values changed; an empty one is left out. */
const withParam = (params: URLSearchParams, key: string, value: string): URLSearchParams => {
  const to = new URLSearchParams(params);
  if (value === '') to.delete(key);
  else to.set(key, value);
  return to;
};

/** Everything that moves one strand: the voice, the gains and switches on its way. */
const StrandControls = ({ rig, strand, hear }: { rig: Rig; strand: Strand; hear: ReactNode }) => {
  const find = lookup(rig);
  const microphone = strand.stages.find(({ role }) => role === 'capsule')?.device;
  const placement = rig.placements.find((p) => p.person === strand.person && p.device === microphone);
  const controls = strandControls(find, strand);
  return (
    <>
      <div className="space-y-4">
        {placement && (
          <section aria-label="Voice">
            <h3 className="mb-1 font-bold">Voice</h3>
            <VoiceFields rig={rig} placement={placement} />
          </section>
        )}
        {hear}
      </div>
      <section aria-label="On the way">
        <h3 className="mb-1 font-bold">On the way</h3>
        {controls.length === 0 && <p className="text-faint">Nothing on this way can be turned.</p>}
        <div className="space-y-1.5">
          {controls.map(({ device: id, control }) => {
            const device = find.device(id)!;
            return (
              <ControlField
                key={`${id} ${control.id}`}
                device={device}
                control={control}
                label={`${control.label}, ${device.name}`}
              />
            );
          })}
        </div>
      </section>
    </>
  );
};

/** Where level is made and lost: one channel chart for each strand, with everything that moves it beside it. */
export const LevelsView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const isWorkedOut = useAppSelector((state) => state.readings.readings !== null);
  const [selection, select] = useSelection();
  const [stage, setStage] = useState<number | null>(null);
  const [params, setParams] = useSearchParams();
  const asked = params.get('in');
  const destination = params.get('at') ?? '';
  const shown: Shown = isShown(asked) ? asked : 'decibels';
  const [isPlanning, setIsPlanning] = useState(false);
  const edit = useEdit();
  const { answer: levels } = useAsked('levels', [selection.strand]);
  // What was just turned is drawn before the engine has caught up with it.
  const strand = levels?.chosen && ahead(rig, levels.chosen);
  const variants = useVariants(strand?.id, levels?.rows ?? NO_ROWS);
  const keepVariant = useKeepVariant();
  const find = lookup(rig);
  const shownStage =
    strand && stage !== null && stage < strand.stages.length ? stage : (strand?.stages.length ?? 1) - 1;

  if (!isWorkedOut || !levels) return <Waiting words="Working out the levels" />;
  const destinations = destinationsOf(rig, levels.rows);
  return (
    <main className="flex min-h-0 flex-1 max-[820px]:flex-col max-[820px]:overflow-y-auto">
      <aside
        aria-label="Strands of this rig"
        className="w-[262px] shrink-0 overflow-y-auto border-r border-line max-[820px]:order-2 max-[820px]:w-full max-[820px]:overflow-visible max-[820px]:border-r-0"
      >
        {destinations.length > 1 && (
          <DestinationField
            destinations={destinations}
            value={destinations.some(({ key }) => key === destination) ? destination : ''}
            onChange={(next) => {
              const first = rowsAt(levels.rows, next)[0]!.id;
              setParams((now) => withParam(withParam(now, 'at', next), 'strand', first), { replace: true });
              setStage(null);
            }}
          />
        )}
        <StrandList
          strands={rowsAt(levels.rows, destination)}
          chosen={strand?.id}
          onChoose={(next) => {
            select({ strand: next });
            setStage(null);
          }}
        />
      </aside>
      {!strand ? (
        <p className="max-w-[460px] p-6 text-faint">
          No sound starts anywhere yet. Put someone in front of a microphone or add a player in{' '}
          <Link className="underline" to={`/rigs/${id}/wiring`}>
            Wiring
          </Link>
          , and its way shows here.
        </p>
      ) : (
        <div className="min-w-0 flex-1 overflow-y-auto p-3 max-[820px]:flex-none max-[820px]:overflow-visible">
          <header className="mb-2 flex flex-wrap items-end gap-x-5 gap-y-1.5">
            <div className="min-w-0 basis-full">
              <h2 className="text-[17px] leading-tight font-bold">
                {strand.sourceName} to {strand.sinkLabel}
              </h2>
              <p className="text-faint">
                {strand.isCrosstalk
                  ? 'Crosstalk: what a shared wire lets over. It is heard, and nobody means it to be.'
                  : strand.arrives
                    ? `Numbers in the channel: dB of room between the peaks and the ceiling. A level with arrows can be dragged. Aim for ${strand.aim.words}.`
                    : 'This sound does not arrive. The findings in Wiring say why.'}
              </p>
            </div>
            {strand.at && strand.sinkKind && isDestination(strand.sinkKind) && (
              <AimField rig={rig} at={strand.at} sinkLabel={strand.sinkLabel} sinkKind={strand.sinkKind} />
            )}
            <Choice
              label="Shown in"
              value={shown}
              options={SHOWN_OPTIONS}
              onChange={(next) =>
                setParams((now) => withParam(now, 'in', next === 'decibels' ? '' : next), { replace: true })
              }
            />
            <Choice
              label="Rig aims for"
              value={rig.target}
              options={TARGET_OPTIONS}
              onChange={(target) => edit((now) => setTarget(now, target))}
            />
            <div className="ml-auto flex flex-wrap gap-2 max-[820px]:ml-0">
              <Button onClick={() => setIsPlanning(true)}>Set every gain …</Button>
              <Button
                onClick={() =>
                  keepVariant(`As it stood at ${new Date().toLocaleTimeString('en-GB')}`, (now) => now)
                }
              >
                Keep as a variant
              </Button>
              <ButtonLink to={`/rigs/${id}/gains`}>Gain sheet</ButtonLink>
            </div>
          </header>
          <div className="overflow-x-auto">
            <div style={{ minWidth: Math.max(320, strand.stages.length * 84) }}>
              <ChannelChart
                strand={strand}
                aim={strand.person ? strand.aim : null}
                height={340}
                shown={shown}
                chosen={shownStage}
                onChoose={setStage}
                turnable={(index) => turnableAt(rig, strand.stages[index]!)}
                onTurn={({ device, control }, value) =>
                  edit((now) => setControl(now, device, control, value), { key: `${device} ${control}` })
                }
                deviceName={(device) => (device ? (find.device(device)?.name ?? '') : '')}
                variants={variants}
              />
            </div>
          </div>
          {variants.length > 0 && (
            <Suspense>
              <VariantsTable strand={strand} variants={variants} />
            </Suspense>
          )}
          <div className="mt-3 grid grid-cols-[minmax(250px,1fr)_minmax(250px,1fr)_minmax(300px,1.4fr)] items-start gap-x-6 gap-y-3 max-[1100px]:grid-cols-2 max-[820px]:grid-cols-1">
            <StrandControls
              rig={rig}
              strand={strand}
              hear={
                <Suspense>
                  <Hear
                    key={strand.id}
                    rig={rig}
                    place={strand.sink}
                    source={strand.source}
                    isDigital={strand.stages.at(-1)!.unit === 'dBFS'}
                    name={`${strand.sourceName} at ${strand.sinkLabel}`}
                    variants={variants}
                  />
                </Suspense>
              }
            />
            <div className="space-y-4">
              <StageDetail rig={rig} strand={strand} index={shownStage} shown={shown} />
              <HissDetail strand={strand.id} />
            </div>
            <details>
              <summary className="cursor-pointer font-bold">Assumptions behind these figures</summary>
              <AssumptionFields rig={rig} />
            </details>
          </div>
        </div>
      )}
      {isPlanning && (
        <Suspense>
          <GainPlanDialog onClose={() => setIsPlanning(false)} />
        </Suspense>
      )}
    </main>
  );
};
