import {
  contactOfPin,
  endOfPin,
  dbFromRatio,
  lookup,
  type OpenedPin,
  type PinLoad,
  type PinReading,
  type PinView,
  type Rig,
} from '@diaphon/core';
import { figure, quantity } from '../look/figures';
import { ConnectorFace } from '../look/connector-face';

/** Heights of a contact's row: two lines, or three where a supply meets an output. */
const ROWS = { plain: 44, loaded: 60 };
/** What a further plug on the right takes besides its contacts. */
const NEXT_PLUG = 24;
const WIDTH = 250;

/** A wire of the lead: the contacts it joins. */
export interface Conductor {
  name: string;
  joins: string[];
  isBroken: boolean;
}

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
      return `${re < 0 ? '−' : '+'} ${find.device(device)?.name}${side} (${figure(dbFromRatio(Math.hypot(re, im)))} dB)`;
    })
    .join('; ');
};

/** "7.0 mA, 0.5 mW; survives 5.5 V", where an output that sound leaves by meets a supply. */
const LoadWords = ({ load }: { load: PinLoad }) => (
  <span
    className={`text-[12.5px] leading-tight ${load.isExceeded ? 'font-bold text-danger' : 'text-faint'}`}
    title={`Current and power of its most loaded contact while it plays (solved circuit, DC); survives ${quantity(load.survives.volts, 'V')} and ${quantity(load.survives.milliamps, 'mA')} (device model)`}
  >
    {quantity(load.milliamps, 'mA')}, {quantity(load.milliwatts, 'mW')}; survives{' '}
    {quantity(load.survives.volts, 'V')}
  </span>
);

const PinRow = ({
  rig,
  reading,
  row,
  alignRight,
}: {
  rig: Rig;
  reading: OpenedPin;
  row: number;
  alignRight?: boolean;
}) => (
  <li className={`flex flex-col justify-center ${alignRight ? 'text-right' : ''}`} style={{ height: row }}>
    <span className="leading-tight">
      <b>{contactOfPin(reading.pin)}</b> {voltsWords(reading)}
    </span>
    {reading.load && <LoadWords load={reading.load} />}
    <span className="line-clamp-1 text-[12.5px] leading-tight text-faint" title={soundWords(rig, reading)}>
      {soundWords(rig, reading) || 'no sound'}
    </span>
  </li>
);

/** The wires between the first plug on the left and the others on the right. */
const Wires = ({ pins, conductors, row }: { pins: PinReading[]; conductors: Conductor[]; row: number }) => {
  const left = pins.filter(({ end }) => end === 0);
  const right = pins.filter(({ end }) => end > 0);
  const y = (pin: string) => {
    const list = pin.startsWith('0.') ? left : right;
    return (
      list.findIndex((reading) => reading.pin === pin) * row +
      row / 2 +
      (list === right ? headsBefore(right, pin) : 0)
    );
  };
  return (
    <svg
      width={WIDTH}
      height={Math.max(
        left.length * row,
        right.length * row + headsBefore(right, right[right.length - 1]?.pin ?? '1'),
      )}
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
  const end = endOfPin(pin);
  const first = right[0]?.end ?? 1;
  return (end - first) * NEXT_PLUG;
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

/** Both plugs of a lead side by side, every contact with its volts and sound, and the wires between. */
export const OpenedPlugs = ({
  rig,
  view,
  conductors,
}: {
  rig: Rig;
  view: PinView;
  conductors: Conductor[];
}) => {
  const row = view.pins.some(({ load }) => load) ? ROWS.loaded : ROWS.plain;
  return (
    <div className="flex items-start gap-2 overflow-x-auto">
      <div className="min-w-[200px] flex-1">
        <PlugHead end={view.ends[0]!} />
        <ul aria-label={`Contacts of ${view.ends[0]!.label}`} className="mt-2">
          {view.pins
            .filter(({ end }) => end === 0)
            .map((reading) => (
              <PinRow key={reading.pin} rig={rig} reading={reading} row={row} alignRight />
            ))}
        </ul>
      </div>
      <div className="pt-[52px]">
        <Wires pins={view.pins} conductors={conductors} row={row} />
      </div>
      <div className="min-w-[200px] flex-1">
        {view.ends.slice(1).map((end, index) => (
          <div key={end.label} style={index > 0 ? { marginTop: -28 } : undefined}>
            {index === 0 ? <PlugHead end={end} /> : <p className="h-[52px] pt-6 font-bold">{end.label}</p>}
            <ul aria-label={`Contacts of ${end.label}`} className={index === 0 ? 'mt-2' : ''}>
              {view.pins
                .filter((reading) => reading.end === index + 1)
                .map((reading) => (
                  <PinRow key={reading.pin} rig={rig} reading={reading} row={row} />
                ))}
            </ul>
          </div>
        ))}
      </div>
    </div>
  );
};
