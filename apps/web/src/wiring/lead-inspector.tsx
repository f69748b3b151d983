import {
  contactOfPin,
  endOfPin,
  portOfPin,
  changeLead,
  connectorById,
  lookup,
  otherSide,
  plugName,
  removeLead,
  type Lead,
  type Rig,
} from '@diaphon/core';
import { Button } from '../look/button';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';
import type { Selection } from '../store/use-selection';
import { ConnectorFace } from '../look/connector-face';
import { InspectorHead } from './inspector-head';
import { LeadSound } from './lead-sound';

interface LeadInspectorProps {
  rig: Rig;
  lead: Lead;
  onSelect: (selection: Selection) => void;
}

/** A lead: what it joins, which wire goes where, its length, and whether a wire is broken. */
export const LeadInspector = ({ rig, lead, onSelect }: LeadInspectorProps) => {
  const edit = useEdit();
  const find = lookup(rig);
  const kind = find.leadKindOf(lead.id);
  if (!kind) return null;
  const pinWords = (pin: string) =>
    `${kind.ends[endOfPin(pin)]?.label ?? portOfPin(pin)} ${contactOfPin(pin)}`;
  return (
    <section aria-label={`Selected: ${kind.name}`}>
      <InspectorHead
        title={<h2 className="text-[15px] leading-tight font-bold">{kind.name}</h2>}
        about={kind.about}
        onClose={() => onSelect({})}
      />
      <ul className="px-3 py-2">
        {kind.ends.map((end, index) => {
          const plugged = otherSide(rig, lead.id, index);
          return (
            <li key={end.label} className="flex items-center gap-2 py-0.5">
              <ConnectorFace id={end.connector} />
              <span className="min-w-0 flex-1">
                {plugged && 'device' in plugged ? (
                  <button
                    className="block max-w-full truncate text-left underline"
                    onClick={() => onSelect({ device: plugged.device })}
                  >
                    {plugName(find, plugged)}
                  </button>
                ) : (
                  plugName(find, plugged)
                )}
                <span className="block text-[12px] text-faint">{connectorById(end.connector)?.name}</span>
              </span>
              <Button
                kind="quiet"
                className="!min-h-[26px] underline"
                aria-label={`${plugged ? 'Move' : 'Plug in'} the ${end.label}`}
                onClick={() => onSelect({ lead: lead.id, open: `plug-${index}` })}
              >
                {plugged ? 'Move' : 'Plug in'}
              </Button>
            </li>
          );
        })}
      </ul>
      <div className="space-y-2 px-3 pb-2">
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => onSelect({ lead: lead.id, open: 'pins' })}>Open the plugs</Button>
          {!kind.usb && (
            <Button onClick={() => onSelect({ lead: lead.id, open: 'own' })}>Make an own kind of it</Button>
          )}
        </div>
        <NumberField
          label="Length"
          value={lead.lengthM}
          min={0}
          max={100}
          step={0.1}
          unit="m"
          note={
            kind.usb
              ? `${kind.usb.maxLengthM} m at most between two devices (USB ${kind.usb.version})`
              : undefined
          }
          onChange={(lengthM) =>
            edit((now) => changeLead(now, lead.id, { lengthM }), { key: `${lead.id} length` })
          }
        />
        <LeadSound lead={lead.id} />
        {kind.conductors.map((conductor) => (
          <Toggle
            key={conductor.name}
            label={conductor.joins.map(pinWords).join(' – ')}
            words={['broken', 'whole']}
            on={lead.broken.includes(conductor.name)}
            onChange={(isBroken) =>
              edit((now) =>
                changeLead(now, lead.id, {
                  broken: isBroken
                    ? [...lead.broken, conductor.name]
                    : lead.broken.filter((name) => name !== conductor.name),
                }),
              )
            }
          />
        ))}
        <Button
          onClick={() => {
            edit((now) => removeLead(now, lead.id), { announce: true });
            onSelect({});
          }}
        >
          Unplug
        </Button>
      </div>
    </section>
  );
};
