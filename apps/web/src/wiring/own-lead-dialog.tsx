import {
  contactOfPin,
  contactsOfKind,
  endOfPin,
  lookup,
  makeOwnLead,
  ownLeadProblems,
  statedOf,
  type OwnLead,
  type Rig,
} from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { NumberField } from '../look/number-field';
import { useEdit } from '../store/use-edit';

interface OwnLeadDialogProps {
  rig: Rig;
  lead: string;
  onClose: () => void;
}

/** A kind of lead of one's own: which contact its wires join, and what its cable is. */
export const OwnLeadDialog = ({ rig, lead, onClose }: OwnLeadDialogProps) => {
  const edit = useEdit();
  const kind = lookup(rig).leadKindOf(lead)!;
  const [own, setOwn] = useState<OwnLead>(() => ({ ...statedOf(kind), name: `${kind.name}, own` }));
  const problems = ownLeadProblems(kind, own);
  const contacts = contactsOfKind(kind);
  const setWires = (wires: OwnLead['wires']) => setOwn({ ...own, wires });
  const toggle = (wire: number, pin: string) =>
    setWires(
      own.wires.map((joins, index) =>
        index !== wire ? joins : joins.includes(pin) ? joins.filter((one) => one !== pin) : [...joins, pin],
      ),
    );
  return (
    <Dialog
      title={`An own kind of lead, made from ${kind.name}`}
      description="Which contacts are joined inside it, and what its cable is. The rig carries it and offers it wherever it fits."
      onClose={onClose}
      wide
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (problems.length > 0) return;
          edit((now) => makeOwnLead(now, lead, own), { announce: true });
          onClose();
        }}
      >
        <label className="block">
          Name
          <input
            className="field block w-full"
            maxLength={200}
            value={own.name}
            onChange={(event) => setOwn({ ...own, name: event.target.value })}
          />
        </label>
        <div className="overflow-x-auto">
          <table className="w-full">
            <caption className="pb-1 text-left font-bold">Wires</caption>
            <thead>
              <tr className="text-left text-[13px] text-faint">
                <th scope="col">Wire</th>
                {contacts.map((pin) => (
                  <th key={pin} scope="col" className="px-1 text-center font-normal">
                    {kind.ends[endOfPin(pin)]?.label} {contactOfPin(pin)}
                  </th>
                ))}
                <th scope="col">
                  <span className="sr-only">Take away</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {own.wires.map((joins, wire) => (
                <tr key={wire} className="border-t border-hair">
                  <th scope="row" className="text-left font-normal">
                    {wire + 1}
                  </th>
                  {contacts.map((pin) => (
                    <td key={pin} className="text-center">
                      <label className="inline-flex min-h-[34px] w-full items-center justify-center max-[480px]:min-h-[44px] max-[480px]:min-w-[44px]">
                        <input
                          type="checkbox"
                          className="size-5"
                          aria-label={`Wire ${wire + 1} joins ${kind.ends[endOfPin(pin)]?.label} ${contactOfPin(pin)}`}
                          checked={joins.includes(pin)}
                          onChange={() => toggle(wire, pin)}
                        />
                      </label>
                    </td>
                  ))}
                  <td>
                    <Button
                      kind="quiet"
                      className="underline"
                      aria-label={`Take wire ${wire + 1} away`}
                      onClick={() => setWires(own.wires.filter((_, index) => index !== wire))}
                    >
                      Take away
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <Button onClick={() => setWires([...own.wires, []])}>One wire more</Button>
        <div className="grid grid-cols-2 gap-3 max-[480px]:grid-cols-1">
          <NumberField
            label="Resistance of each wire"
            value={own.ohmsPerM}
            min={0}
            max={100}
            step={0.01}
            unit="Ω/m"
            note="usual 0.03 to 0.2 (common practice, no published source)"
            hideSlider
            onChange={(ohmsPerM) => setOwn({ ...own, ohmsPerM })}
          />
          <NumberField
            label="Capacitance to the screen"
            value={own.picofaradsPerM}
            min={0}
            max={10_000}
            step={1}
            unit="pF/m"
            note="usual 50 to 150 (common practice, no published source)"
            hideSlider
            onChange={(picofaradsPerM) => setOwn({ ...own, picofaradsPerM })}
          />
        </div>
        <div role="status" className="text-fault">
          {problems.map((words) => (
            <p key={words}>{words}</p>
          ))}
        </div>
        <Button kind="main" type="submit" disabled={problems.length > 0}>
          Make this lead one of it
        </Button>
      </form>
    </Dialog>
  );
};
