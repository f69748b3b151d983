import { lookup, plugName, type FeedsPage, type Rig } from '@diaphon/core';
import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { giveFocusBack } from '../look/give-focus-back';
import { shortCode } from '../look/short-code';
import { lightSwitched } from '../store/light-slice';
import { rigActions } from '../store/rig-slice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useAddCaller } from '../store/use-add-caller';
import { useAsked } from '../store/use-asked';
import { VIEWS } from './views';

interface Entry {
  /** What it is found by and shown as. */
  words: string;
  more?: string;
  /** What else people say for it. */
  also?: string[];
  run: () => void;
}

/** How well an entry fits what is typed: every word of it is there, those of its name before those it is also found by. */
const fits = (value: string, typed: string, also: string[] = []): number => {
  const words = typed.toLowerCase().split(/\s+/u).filter(Boolean);
  const name = value.toLowerCase();
  if (name.includes(words.join(' '))) return 1;
  if (words.every((word) => name.includes(word))) return 0.8;
  const all = `${name} ${also.join(' ').toLowerCase()}`;
  return words.every((word) => all.includes(word)) ? 0.6 : 0;
};

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
  onHistory: () => void;
}

/** More sounds at listeners than this are looked for in Feeds. */
const MOST_ASKED = 200;

/** Every sound at every listener, in a rig of which there are not too many. */
const askedOf = (page: FeedsPage | null) =>
  !page || page.speakers.length * page.posts.length > MOST_ASKED
    ? []
    : page.speakers.flatMap((speaker, row) =>
        page.posts.map((post, at) => ({ speaker, post, comes: page.rows[row]![at]!.level !== undefined })),
      );

/** The first device that feeds microphones by a switch: where 48 volts are set. */
const phantomDevice = (rig: Rig): string | undefined =>
  rig.devices.find(({ id }) =>
    lookup(rig)
      .modelOf(id)
      ?.elements.some((element) => element.kind === 'feed' && element.control !== undefined),
  )?.id;

/** Finds anything by a few letters: devices, leads, pages, and what can be done everywhere. */
export const CommandPalette = ({ onClose, onKeys, onWords, onHistory }: CommandPaletteProps) => {
  const addCaller = useAddCaller();
  const { answer: page } = useAsked('feeds', []);
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
  const view = (name: string) => go(`/rigs/${id}/${name}`);
  const fed = phantomDevice(rig);
  /** Jobs by the words people have for them. */
  const jobs: Entry[] = [
    {
      words: 'Wire it',
      more: 'join and set what lies there',
      also: ['connect everything', 'plug', 'cables', 'leads', 'auto'],
      run: go(wiring('wire=it')),
    },
    {
      words: 'Add a device',
      also: ['new microphone', 'mixer', 'interface', 'speaker', 'headphones', 'gear'],
      run: go(wiring('do=add')),
    },
    ...(addCaller
      ? [
          {
            words: 'Add a caller',
            more: 'somebody on a call, heard, and kept on a track',
            also: ['guest by phone', 'remote', 'video call', 'meeting', 'mix-minus'],
            run: addCaller,
          },
        ]
      : []),
    {
      words: 'Record, and check every channel',
      also: ['recording', 'sound check', 'soundcheck', 'test', 'line check'],
      run: view('line-check'),
    },
    {
      words: 'Echo: who hears themselves',
      also: ['feedback', 'howl', 'hears himself', 'mix-minus', 'n-1', 'delay'],
      run: view('feeds'),
    },
    {
      words: 'No sound: what is wrong',
      also: ['silent', 'dead', 'nothing', 'cannot hear', 'hum', 'buzz', 'noise', 'problem', 'fault'],
      run: view('wiring'),
    },
    {
      words: 'Louder or quieter: levels and gains',
      also: ['volume', 'too quiet', 'too loud', 'distorted', 'clipping', 'gain', 'level', 'hiss'],
      run: view('levels'),
    },
    ...(fed
      ? [
          {
            words: '48 volts: phantom power',
            more: lookup(rig).nameOf(fed),
            also: ['48v', 'phantom', 'condenser'],
            run: go(wiring(`device=${fed}`)),
          },
        ]
      : []),
    {
      words: 'Leads I own',
      also: ['cables', 'stock', 'inventory', 'shopping', 'buy'],
      run: go(wiring('do=stock')),
    },
    { words: 'History of this rig', also: ['earlier', 'version', 'restore', 'go back'], run: onHistory },
  ];
  /** Every sound at every listener, found by the names of both: by which way it comes, or what it takes. */
  const asks = askedOf(page).map(({ speaker, post, comes }): Entry => ({
    words: `${post.name} hears ${speaker.name}`,
    more: comes ? 'it comes: by which way?' : 'it does not come: what would it take?',
    also: ['ask', 'hear', 'why'],
    run: view(`feeds?${new URLSearchParams({ sound: speaker.id, at: post.id }).toString()}`),
  }));
  const groups: [string, Entry[]][] = [
    ['What do you want to do?', jobs],
    ['Who hears whom?', asks],
    [
      'Go to',
      [
        ...VIEWS.map(({ id: name, find }) => ({ words: find, run: view(name) })),
        { words: 'Patch list and labels to print', run: go(`/rigs/${id}/print`) },
        { words: 'All rigs', run: go('/rigs') },
        { words: 'New rig', more: 'by what is on the table', run: go('/new') },
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
      filter={fits}
      overlayClassName="fixed inset-0 z-40 bg-black/45"
      contentClassName="fixed top-[10vh] left-1/2 z-50 w-[calc(100vw-24px)] max-w-[600px] -translate-x-1/2 border border-ink bg-paper"
    >
      <Command.Input
        autoFocus
        placeholder="A job, a device, a lead, a page …"
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
              {entries.map(({ words, more, also, run }, at) => (
                <Command.Item
                  key={`${words} ${at}`}
                  value={`${words} ${more ?? ''} ${at}`}
                  {...(also ? { keywords: also } : {})}
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
