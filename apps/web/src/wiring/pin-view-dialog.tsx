import {
  portOfElement,
  changeLead,
  DEFAULT_PROGRAMME_LIKENESS,
  lookup,
  wireOhms,
  type Lead,
  type LeadKind,
  setAssumptions,
  type Lookup,
  type Medium,
  type Rig,
} from '@diaphon/core';
import { useState } from 'react';
import { Waiting } from '../page/waiting';
import { useAsked } from '../store/use-asked';
import { Dialog } from '../look/dialog';
import { quantity } from '../look/figures';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';
import { ControlField } from '../fields/control-field';
import { MeetingWords } from './meeting-words';
import { OpenedPlugs } from './opened-plugs';

const WHAT_IS_SHOWN =
  'What a voltmeter would read on each contact against the room’s ground, and which sound stands there at 1 kHz.';

const DATA = 'Data and power go through this lead, not sound on wires; there are no contacts to measure.';

/** What is said of a lead whose contacts carry no sound. */
const NOT_OPENED: Record<Exclude<Medium, 'analogue'>, string> = {
  usb: DATA,
  ieee1394: DATA,
  tunnel: DATA,
  optical: 'Light goes through this lead; it has no contacts. Never look into a lit end.',
  video: 'Picture and sound go through this lead as data; there are no contacts to measure.',
  radio: 'There is no wire here: sound goes by radio.',
  clock: 'One device’s clock goes through this lead to another, no sound.',
  midi: 'What to play goes through this lead, no sound.',
  mains:
    'Mains: what is on these contacts can kill. Never open or measure this lead, leave its earth alone, and leave anything wrong with it to a qualified person.',
  dc: 'Power for a device. Check volts and polarity on both labels, and the maker’s manual, before it is plugged in.',
};

/** The switches of supplies behind a socket, each once however many sockets it feeds. */
const suppliesAt = (find: Lookup, deviceId: string, port: string) => {
  const device = find.device(deviceId)!;
  const model = find.modelOf(deviceId);
  const ids = new Set(
    (model?.elements ?? []).flatMap((element) =>
      element.kind === 'feed' && portOfElement(element) === port
        ? [element.control ?? element.when?.control ?? '']
        : [],
    ),
  );
  return (model?.controls ?? [])
    .filter(({ id }) => ids.has(id))
    .map((control) => [`${deviceId} ${control.id}`, { device, control }] as const);
};

/** What a healthy one reads: from the same ohms the circuit is solved with. */
const ByMeter = ({ kind, lead }: { kind: LeadKind; lead: Lead }) => (
  <p className="mt-3 border-t border-hair pt-2">
    <b>By meter,</b> unplugged at both ends:{' '}
    {kind.elements.length > 0
      ? 'this one has parts inside, so wires do not read straight through; compare it with one that works.'
      : `each wire reads ${quantity(wireOhms(kind, lead), 'Ω', 2)} and what the meter’s own leads have; between two wires nothing. A reading that jumps while the lead is bent at its plugs is a lead that goes bad.`}
  </p>
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
  const { answer: view, failure } = useAsked('pinView', [leadId]);
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
  const supplies = [
    ...new Map(
      lead.ends.flatMap((end) => (end && 'device' in end ? suppliesAt(find, end.device, end.port) : [])),
    ).values(),
  ];

  return (
    <Dialog
      title={`Inside the ${kind.name}`}
      {...(view?.medium === 'analogue' ? { description: WHAT_IS_SHOWN } : {})}
      onClose={onClose}
      wide
    >
      {failure && <p className="text-fault">The engine could not open the plugs: {failure}</p>}
      {!view && !failure && <Waiting words="Opening the plugs" />}
      {view && view.medium !== 'analogue' && <p>{NOT_OPENED[view.medium]}</p>}
      {view?.medium === 'analogue' && (
        <>
          <OpenedPlugs rig={rig} view={view} conductors={conductors} />
          <section aria-label="Wires" className="mt-3 flex flex-wrap gap-x-6 border-t border-hair pt-2">
            {kind.conductors.map(({ name }) => (
              <Toggle
                key={name}
                label={`Wire ${name}`}
                words={['broken', 'whole']}
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
          <ByMeter kind={kind} lead={lead} />
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
                  edit(
                    (now) => setAssumptions(now, { ...now.assumptions, programmeLikeness: percent / 100 }),
                    {
                      key: 'assumption programmeLikeness',
                    },
                  )
                }
              />
            </section>
          )}
        </>
      )}
    </Dialog>
  );
};
