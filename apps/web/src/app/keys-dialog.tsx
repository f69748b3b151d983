import { Dialog } from '../look/dialog';

const KEYS: [group: string, rows: [keys: string, does: string][]][] = [
  [
    'Everywhere in a rig',
    [
      ['Ctrl K', 'find a device, a lead or a page, or do something'],
      ['Ctrl Z', 'take the last thing back'],
      ['Ctrl Shift Z, Ctrl Y', 'do it again'],
      ['?', 'this page'],
      ['Escape', 'close the sheet that is open'],
    ],
  ],
  [
    'On the chart',
    [
      ['Tab', 'to the chart, then from box to box'],
      ['Arrows', 'to the box that lies there'],
      ['Enter', 'select the box, or connect from the socket'],
      ['Delete, Backspace', 'take away what is selected'],
    ],
  ],
  [
    'On the plan of the table',
    [
      ['Tab', 'from one to the next'],
      ['Arrows', 'move it 5 cm, with Shift 20 cm'],
      [', and .', 'turn it 5° to the left or right'],
    ],
  ],
  ['In a field of figures', [['Up, Down', 'one step more, one less']]],
];

/** Every key there is, on one page. On keyboards with a Command key, that stands for Ctrl. */
export const KeysDialog = ({ onClose }: { onClose: () => void }) => (
  <Dialog
    title="Keys"
    description="Where there is a Command key, it does what is said of Ctrl."
    onClose={onClose}
  >
    {KEYS.map(([group, rows]) => (
      <section key={group} className="pb-3">
        <h3 className="font-bold">{group}</h3>
        <dl className="grid grid-cols-[11em_1fr] gap-x-3">
          {rows.map(([keys, does]) => (
            <div key={keys} className="contents">
              <dt className="border-t border-hair py-1 font-bold">{keys}</dt>
              <dd className="border-t border-hair py-1">{does}</dd>
            </div>
          ))}
        </dl>
      </section>
    ))}
  </Dialog>
);
