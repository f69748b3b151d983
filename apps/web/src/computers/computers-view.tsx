import { lookup, type Finding, type Rig } from '@diaphon/core';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { OwnFindings } from '../findings/own-findings';
import { ButtonLink } from '../look/button-link';
import { Choice } from '../look/choice';
import { count } from '../look/figures';
import { Waiting } from '../page/waiting';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { UsbBill } from './usb-bill';
import { Clocks } from './clocks';
import { Entries } from './entries';
import { JoinedInputs } from './joined-inputs';
import { Lanes } from './lanes';
import { Programs } from './programs';
import { PullPlug } from './pull-plug';
import { SplitLoad } from './split-load';
import { ThisComputer } from './this-computer';

/** Those that other sockets may mend. */
const CAN_BE_SPLIT: ReadonlySet<string> = new Set([
  'usb-power-overdrawn',
  'usb-volts-low',
  'usb-bandwidth',
  'hub-depth',
]);

/** Findings about computers: what they are fed, what they list, what their programs take. */
const ABOUT_COMPUTERS: ReadonlySet<string> = new Set([
  ...CAN_BE_SPLIT,
  'joined-down',
  'usb-cable-too-long',
  'adapter-chain-broken',
  'wrong-stream',
  'wrong-entry',
  'driver-missing',
  'device-taken',
  'app-restart-needed',
  'slider-locked',
  'channel-unmapped',
  'track-doubled',
  'track-not-armed',
  'rate-mismatch',
  'clock-primary-missing',
  'clock-two-primaries',
  'resample-off',
  'recording-too-long',
  'battery-short',
  'talker-delay',
  'double-monitor',
]);

const computersOf = (rig: Rig) => {
  const find = lookup(rig);
  return rig.devices.filter(({ id }) => find.modelOf(id)?.kind === 'computer');
};

const NoComputer = () => {
  const { id } = useParams();
  return (
    <main className="min-h-0 flex-1 overflow-y-auto">
      <p className="max-w-[520px] p-6">
        There is no computer in this rig. Add one in{' '}
        <Link className="underline" to={`/rigs/${id}/wiring`}>
          Wiring
        </Link>
        , and this page says what it feeds over USB, what it lists, and what its programs take.
      </p>
    </main>
  );
};

/** What is wrong here, or that nothing is. */
const Standing = ({ findings }: { findings: readonly Finding[] }) =>
  findings.length === 0 ? (
    <p className="text-good">Its sockets give enough, and every track has its channel.</p>
  ) : (
    <p className="font-bold text-fault">
      {count(findings.length, 'thing is not as it', 'things are not as they')} should be: see the findings.
    </p>
  );

/** A computer as it really stands: what hangs on it, what it lists, what is joined, what each program takes. */
export const ComputersView = () => {
  const rig = useAppSelector((state) => state.rig.document);
  const [params] = useSearchParams();
  if (!rig) return <Waiting words="Opening" />;
  const computers = computersOf(rig);
  const chosen = computers.find(({ id }) => id === params.get('computer')) ?? busiest(rig, computers);
  return chosen ? <OneComputer rig={rig} device={chosen.id} /> : <NoComputer />;
};

/** The one most is done on: with most tracks and programs. */
const busiest = (rig: Rig, computers: ReturnType<typeof computersOf>) =>
  computers
    .map((device) => ({
      device,
      work: rig.apps
        .filter(({ computer }) => computer === device.id)
        .reduce((sum, { tracks }) => sum + 1 + tracks.length, 0),
    }))
    .sort((a, b) => b.work - a.work)[0]?.device;

/** What is wrong comes first on a phone, and beside the programs where there is room. */
const AREAS =
  'grid items-start gap-x-4 gap-y-4 [grid-template-areas:"found"_"fed"_"listed"_"programs"] ' +
  'min-[900px]:grid-cols-[minmax(230px,1fr)_minmax(300px,1.7fr)] min-[900px]:[grid-template-areas:"found_found"_"fed_listed"_"programs_programs"] ' +
  'min-[1180px]:grid-cols-[minmax(230px,1fr)_minmax(330px,1.6fr)_minmax(330px,1.5fr)] min-[1180px]:grid-rows-[auto_1fr] min-[1180px]:[grid-template-areas:"fed_listed_found"_"fed_listed_programs"]';

const OneComputer = ({ rig, device }: { rig: Rig; device: string }) => {
  const { answer: page } = useAsked('computer', [device]);
  const findings = useAppSelector((state) => state.readings.readings?.findings);
  const [, setParams] = useSearchParams();
  const { id } = useParams();
  const computers = computersOf(rig);
  const navigate = useNavigate();
  const show = ({ places }: Finding) => {
    const at = places.find(({ device: one }) => one !== undefined && one !== device)?.device ?? device;
    void navigate(`/rigs/${id}/wiring?device=${at}`);
  };
  const choose = (computer: string) => setParams({ computer }, { replace: true });
  if (!page || page.device !== device) return <Waiting words="Looking into it" />;
  const own = (findings ?? []).filter(
    ({ code, places }) =>
      ABOUT_COMPUTERS.has(code) &&
      places.some(({ device: one }) => one !== undefined && page.gear.includes(one)),
  );
  return (
    <main className="min-h-0 flex-1 overflow-y-auto p-3">
      <header className="mb-3 flex flex-wrap items-end justify-between gap-x-4 gap-y-2">
        <div>
          <h2 className="text-[17px] leading-tight font-bold">{page.name}</h2>
          <Standing findings={own} />
        </div>
        <ButtonLink to={`/rigs/${id}/tracks`}>Track sheet</ButtonLink>
        {computers.length > 1 && (
          <Choice
            label="Computer"
            hideLabel
            value={device}
            options={computers.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={choose}
          />
        )}
      </header>
      <div className={AREAS}>
        <div className="[grid-area:found] empty:hidden">
          <OwnFindings findings={own} isFirstOpen isElsewhere onShow={show} />
        </div>
        {/* What stands here has a margin of its own, as in the inspector. */}
        <div className="-mx-3 space-y-4 [grid-area:fed]">
          {page.power.length > 0 ? (
            <UsbBill device={device} />
          ) : (
            <p className="px-3 text-faint">Nothing hangs on its USB sockets.</p>
          )}
          {own.some(({ code }) => CAN_BE_SPLIT.has(code)) && <SplitLoad rig={rig} device={device} />}
          <Lanes lanes={page.lanes} />
          <PullPlug rig={rig} device={device} />
        </div>
        <div className="min-w-0 space-y-4 [grid-area:listed]">
          <JoinedInputs rig={rig} page={page} />
          <Entries rig={rig} page={page} />
          <Clocks rig={rig} page={page} />
          <ThisComputer key={device} rig={rig} page={page} />
        </div>
        <div className="min-w-0 [grid-area:programs]">
          <Programs rig={rig} page={page} />
        </div>
      </div>
    </main>
  );
};
