import {
  CANCELLED_DB,
  changeLead,
  DEFAULT_PROGRAMME_LIKENESS,
  lookup,
  meetingLevelDb,
  setAssumptions,
  type PinReading,
  type PinView,
  type Rig,
} from '@diaphon/core';
import { useState } from 'react';
import { Waiting } from '../app/waiting';
import { engine } from '../engine/engine';
import { useAsked } from '../engine/use-asked';
import { Dialog } from '../look/dialog';
import { figure, quantity } from '../look/figures';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';
import { ConnectorFace } from './connector-face';
import { ControlField } from './control-field';

const ROW = 44;
const WIDTH = 300;

/** "46.4 V asleep, 0.07 V playing", or one figure where both are alike. */
const voltsWords = ({ volts, idleVolts }: PinReading): string => {
  const words = (value: number) =>
    quantity(Math.abs(value) < 5e-4 ? 0 : value, 'V', Math.abs(value) < 1 ? 3 : 1);
  return Math.abs(volts - idleVolts) < 0.01
    ? words(volts)
    : `${words(idleVolts)} asleep, ${words(volts)} playing`;
};

const soundWords = (rig: Rig, { sounds }: PinReading): string => {
  const find = lookup(rig);
  return sounds
    .filter(({ re, im }) => Math.hypot(re, im) > 1e-3)
    .map(({ source, re, im }) => {
      const [device, element] = source.split(':') as [string, string];
      const found = find.modelOf(device)?.elements.find(({ id }) => id === element);
      const side = found?.kind === 'output' && found.side ? `, ${found.side}` : '';
      return `${re < 0 ? '−' : '+'} ${find.device(device)?.name}${side} (${figure(20 * Math.log10(Math.hypot(re, im)))} dB)`;
    })
    .join('; ');
};

const PinRow = ({ rig, reading, alignRight }: { rig: Rig; reading: PinReading; alignRight?: boolean }) => (
  <li className={`flex flex-col justify-center ${alignRight ? 'text-right' : ''}`} style={{ height: ROW }}>
    <span className="leading-tight">
      <b>{reading.pin.split('.')[1]}</b> {voltsWords(reading)}
    </span>
    <span className="line-clamp-1 text-[12.5px] leading-tight text-faint" title={soundWords(rig, reading)}>
      {soundWords(rig, reading) || 'no sound'}
    </span>
  </li>
);

/** The wires between the first plug on the left and the others on the right. */
const Wires = ({
  pins,
  conductors,
}: {
  pins: PinReading[];
  conductors: { name: string; joins: string[]; isBroken: boolean }[];
}) => {
  const left = pins.filter(({ end }) => end === 0);
  const right = pins.filter(({ end }) => end > 0);
  const y = (pin: string) => {
    const [row, list] = pin.startsWith('0.') ? [left, left] : [right, right];
    return (
      row.findIndex((reading) => reading.pin === pin) * ROW +
      ROW / 2 +
      (list === right ? headsBefore(right, pin) : 0)
    );
  };
  return (
    <svg
      width={WIDTH}
      height={Math.max(left.length, right.length + 1) * ROW + 24}
      aria-hidden
      className="shrink-0"
    >
      {conductors.flatMap(({ name, joins, isBroken }) => {
        const from = joins.filter((pin) => pin.startsWith('0.'));
        const to = joins.filter((pin) => !pin.startsWith('0.'));
        return from.flatMap((a) =>
          to.map((b) => (
            <path
              key={`${name} ${a} ${b}`}
              d={`M6 ${y(a)}C${WIDTH * 0.4} ${y(a)} ${WIDTH * 0.6} ${y(b)} ${WIDTH - 6} ${y(b)}`}
              fill="none"
              stroke={isBroken ? 'var(--fault)' : 'var(--ink)'}
              strokeWidth={name === 'screen' || name === 'sleeve' ? 4 : 2}
              strokeDasharray={isBroken ? '3 9' : undefined}
            />
          )),
        );
      })}
      {pins.map(({ pin }) => (
        <circle
          key={pin}
          cx={pin.startsWith('0.') ? 6 : WIDTH - 6}
          cy={y(pin)}
          r="5"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      ))}
    </svg>
  );
};

/** Later plugs on the right stand lower by the gap between plugs. */
const headsBefore = (right: PinReading[], pin: string): number => {
  const end = Number(pin.split('.')[0]);
  const first = right[0]?.end ?? 1;
  return (end - first) * 24;
};

const PlugHead = ({ end }: { end: PinView['ends'][number] }) => (
  <div className="flex items-center gap-2">
    <ConnectorFace id={end.connector} size={44} />
    <span className="leading-tight">
      <b>{end.name}</b>
      <span className="block text-[12.5px] text-faint">in {end.plugged}</span>
    </span>
  </div>
);

/** A side so many dB louder than it was. */
const louder = ({ re, im }: { re: number; im: number }, db: number) => {
  const factor = 10 ** (db / 20);
  return { re: re * factor, im: im * factor };
};

const MeetingWords = ({
  view,
  likeness,
  balanceDb,
}: {
  view: PinView;
  likeness: number;
  balanceDb: number;
}) => (
  <ul className="space-y-1">
    {view.meetings.map((meeting) => {
      // The balance is shared: half up on the left, half down on the right.
      const level = meetingLevelDb(
        louder(meeting.left, balanceDb / 2),
        louder(meeting.right, -balanceDb / 2),
        likeness,
      );
      return (
        <li key={`${meeting.from} ${meeting.to}`}>
          Left and right of {meeting.from} meet in one input of {meeting.to}. A voice that is the same on both
          sides{' '}
          {meeting.speechDb < CANCELLED_DB ? (
            <b className="text-fault">cancels itself out</b>
          ) : (
            <b>arrives with {quantity(meeting.speechDb, 'dB')}</b>
          )}
          ; music keeps {quantity(meeting.musicDb, 'dB')}, two strangers {quantity(meeting.wideDb, 'dB')}. As
          alike as set here: <b>{level < CANCELLED_DB ? 'silence' : quantity(level, 'dB')}</b>.
        </li>
      );
    })}
  </ul>
);

/** Both plugs of a lead opened: which wire goes where, volts and sound on every contact, what cancels. */
export const PinViewDialog = ({
  rig,
  lead: leadId,
  onClose,
}: {
  rig: Rig;
  lead: string;
  onClose: () => void;
}) => {
  const { answer: view, failure } = useAsked(() => engine().pinView(leadId), leadId);
  const edit = useEdit();
  const [balanceDb, setBalanceDb] = useState(0);
  const alike = Math.round((rig.assumptions.programmeLikeness ?? DEFAULT_PROGRAMME_LIKENESS) * 100);
  const find = lookup(rig);
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return null;
  const conductors = kind.conductors.map(({ name, joins }) => ({
    name,
    joins,
    isBroken: lead.broken.includes(name),
  }));
  const supplies = lead.ends.flatMap((end) => {
    if (!end || !('device' in end)) return [];
    const model = find.modelOf(end.device);
    const ids = new Set(
      (model?.elements ?? []).flatMap((element) =>
        element.kind === 'feed' && element.legs[0]?.startsWith(`${end.port}.`)
          ? [element.control ?? element.when?.control ?? '']
          : [],
      ),
    );
    return (model?.controls ?? [])
      .filter(({ id }) => ids.has(id))
      .map((control) => ({ device: find.device(end.device)!, control }));
  });

  return (
    <Dialog
      title={`Inside the ${kind.name}`}
      description="What a voltmeter would read on each contact against the room’s ground, and which sound stands there at 1 kHz."
      onClose={onClose}
      wide
    >
      {failure && <p className="text-fault">The engine could not open the plugs: {failure}</p>}
      {!view && !failure && <Waiting words="Opening the plugs" />}
      {view && kind.usb && (
        <p>Data and power go through this lead, not sound on wires; there are no pins to show.</p>
      )}
      {view && !kind.usb && (
        <>
          <div className="flex items-start gap-2 overflow-x-auto">
            <div className="min-w-[200px] flex-1">
              <PlugHead end={view.ends[0]!} />
              <ul aria-label={`Contacts of ${view.ends[0]!.label}`} className="mt-2">
                {view.pins
                  .filter(({ end }) => end === 0)
                  .map((reading) => (
                    <PinRow key={reading.pin} rig={rig} reading={reading} alignRight />
                  ))}
              </ul>
            </div>
            <div className="pt-[52px]">
              <Wires pins={view.pins} conductors={conductors} />
            </div>
            <div className="min-w-[200px] flex-1">
              {view.ends.slice(1).map((end, index) => (
                <div key={end.label} style={index > 0 ? { marginTop: -28 } : undefined}>
                  {index === 0 ? (
                    <PlugHead end={end} />
                  ) : (
                    <p className="h-[52px] pt-6 font-bold">{end.label}</p>
                  )}
                  <ul aria-label={`Contacts of ${end.label}`} className={index === 0 ? 'mt-2' : ''}>
                    {view.pins
                      .filter((reading) => reading.end === index + 1)
                      .map((reading) => (
                        <PinRow key={reading.pin} rig={rig} reading={reading} />
                      ))}
                  </ul>
                </div>
              ))}
            </div>
          </div>
          <section aria-label="Wires" className="mt-3 flex flex-wrap gap-x-6 border-t border-hair pt-2">
            {kind.conductors.map(({ name }) => (
              <Toggle
                key={name}
                label={`Wire ${name} broken`}
                on={lead.broken.includes(name)}
                onChange={(isBroken) =>
                  edit((now) =>
                    changeLead(now, lead.id, {
                      broken: isBroken ? [...lead.broken, name] : lead.broken.filter((one) => one !== name),
                    }),
                  )
                }
              />
            ))}
          </section>
          {supplies.length > 0 && (
            <section aria-label="Supplies on this lead" className="mt-3 border-t border-hair pt-2">
              {supplies.map(({ device, control }) => (
                <ControlField
                  key={`${device.id} ${control.id}`}
                  device={device}
                  control={control}
                  label={`${control.label}, ${device.name}`}
                />
              ))}
            </section>
          )}
          {view.meetings.length > 0 && (
            <section aria-label="What cancels" className="mt-3 space-y-2 border-t border-hair pt-2">
              <MeetingWords view={view} likeness={alike / 100} balanceDb={balanceDb} />
              <NumberField
                label="Balance: left louder than right by"
                value={balanceDb}
                min={-20}
                max={20}
                step={0.5}
                unit="dB"
                note="Two sides that are not equally loud cannot cancel wholly"
                onChange={setBalanceDb}
              />
              <NumberField
                label="How alike the two sides are"
                value={alike}
                min={0}
                max={100}
                step={1}
                unit="%"
                note="For the whole rig. 100 is a mono voice, about 40 is music, 0 two strangers (common practice)"
                onChange={(percent) =>
                  edit((now) => setAssumptions({ ...now.assumptions, programmeLikeness: percent / 100 }), {
                    key: 'assumption programmeLikeness',
                  })
                }
              />
            </section>
          )}
        </>
      )}
    </Dialog>
  );
};
