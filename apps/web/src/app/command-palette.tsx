import { lookup, plugName, type Rig } from '@diaphon/core';
import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { giveFocusBack } from '../look/give-focus-back';
import { shortCode } from '../look/short-code';
import { lightSwitched } from '../store/light-slice';
import { rigActions } from '../store/rig-slice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { VIEWS } from './views';

interface Entry {
  /** What it is found by and shown as. */
  words: string;
  more?: string;
  run: () => void;
}

/** Where each lead of a rig goes, as it is found by. */
const leadEntries = (rig: Rig, show: (lead: string) => void): Entry[] => {
  const find = lookup(rig);
  return rig.leads.map(({ id, ends }) => ({
    words: find.leadKindOf(id)?.name ?? 'Lead',
    more: [ends.map((end) => plugName(find, end)).join(' – '), shortCode(id)].join(', '),
    run: () => show(id),
  }));
};

interface CommandPaletteProps {
  onClose: () => void;
  onKeys: () => void;
  onWords: () => void;
}

/** Finds anything by a few letters: devices, leads, pages, and what can be done everywhere. */
export const CommandPalette = ({ onClose, onKeys, onWords }: CommandPaletteProps) => {
  const [opener] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      // Unless something that was chosen here has taken the focus.
      setTimeout(() => document.activeElement === document.body && giveFocusBack(opener));
    },
    [opener],
  );
  const { id } = useParams();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const rig = useAppSelector((state) => state.rig.document);
  const past = useAppSelector((state) => state.rig.past.at(-1)?.label);
  const future = useAppSelector((state) => state.rig.future.at(-1)?.label);
  if (!rig) return null;
  const go = (path: string) => () => void navigate(path);
  const wiring = (what: string) => `/rigs/${id}/wiring?${what}`;
  const groups: [string, Entry[]][] = [
    [
      'Go to',
      [
        ...VIEWS.map(({ id: view, find }) => ({ words: find, run: go(`/rigs/${id}/${view}`) })),
        { words: 'Patch list and labels to print', run: go(`/rigs/${id}/print`) },
        { words: 'All rigs', run: go('/rigs') },
        { words: 'Before buying', run: go('/advice') },
      ],
    ],
    [
      'Do',
      [
        ...(past ? [{ words: `Undo: ${past}`, run: () => dispatch(rigActions.undone()) }] : []),
        ...(future ? [{ words: `Redo: ${future}`, run: () => dispatch(rigActions.redone()) }] : []),
        { words: 'Switch between day and night light', run: () => dispatch(lightSwitched()) },
        { words: 'Words of the trade', more: 'help, glossary', run: onWords },
        { words: 'Show all keys', run: onKeys },
      ],
    ],
    [
      'Devices',
      rig.devices.map((device) => ({
        words: device.name,
        more: [lookup(rig).modelOf(device.id)?.name, device.place, shortCode(device.id)]
          .filter(Boolean)
          .join(', '),
        run: go(wiring(`device=${device.id}`)),
      })),
    ],
    ['Leads', leadEntries(rig, (lead) => void navigate(wiring(`lead=${lead}`)))],
  ];
  return (
    <Command.Dialog
      open
      onOpenChange={(isOpen) => !isOpen && onClose()}
      label="Find or do something"
      overlayClassName="fixed inset-0 z-40 bg-black/45"
      contentClassName="fixed top-[10vh] left-1/2 z-50 w-[calc(100vw-24px)] max-w-[600px] -translate-x-1/2 border border-ink bg-paper"
    >
      <Command.Input
        autoFocus
        placeholder="A device, a lead, a page …"
        className="w-full border-b border-line bg-sheet px-4 py-3 text-[16px] outline-none"
      />
      <Command.List className="max-h-[56vh] overflow-y-auto p-2">
        <Command.Empty className="px-2 py-3 text-faint">
          Nothing fits. Try a part of a name, a place, or a kind of lead.
        </Command.Empty>
        {groups
          .filter(([, entries]) => entries.length > 0)
          .map(([heading, entries]) => (
            <Command.Group key={heading} heading={<span className="small-caps px-2">{heading}</span>}>
              {entries.map(({ words, more, run }, at) => (
                <Command.Item
                  key={`${words} ${at}`}
                  value={`${words} ${more ?? ''} ${at}`}
                  onSelect={() => {
                    onClose();
                    run();
                  }}
                  className="flex cursor-pointer flex-wrap items-baseline gap-x-3 px-2 py-1.5 data-[selected=true]:bg-ink data-[selected=true]:text-paper"
                >
                  <b>{words}</b>
                  {more && <span className="text-[13px]">{more}</span>}
                </Command.Item>
              ))}
            </Command.Group>
          ))}
      </Command.List>
    </Command.Dialog>
  );
};
