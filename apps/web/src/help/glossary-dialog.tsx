import { searchGlossary } from '@diaphon/core';
import { useMemo, useState } from 'react';
import { Dialog } from '../look/dialog';
import { count } from '../look/figures';
import { useAsked } from '../store/use-asked';

/** Every word of the trade on one searchable page: the help. */
export const GlossaryDialog = ({ onClose }: { onClose: () => void }) => {
  const [text, setText] = useState('');
  const { answer: here } = useAsked('glossary', []);
  const found = useMemo(() => searchGlossary(text), [text]);
  return (
    <Dialog
      title="Words of the trade"
      description="In short, with this rig’s own figures in bold; where practitioners differ, what each school says."
      onClose={onClose}
      wide
    >
      <label className="block">
        Find a word
        <input
          className="field mt-1 block w-full"
          autoFocus
          value={text}
          placeholder="hum, phantom, echo, jack …"
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <p role="status" className="small-caps py-2">
        {found.length > 0
          ? count(found.length, 'word')
          : `No word for “${text}” here. Try another for the same thing.`}
      </p>
      <dl className="columns-2 gap-6 max-[640px]:columns-1">
        {found.map(({ word, also, means, schools }) => (
          <div key={word} className="mb-3 break-inside-avoid">
            <dt className="font-bold">
              {word}
              {also && <span className="font-normal text-faint"> ({also.join(', ')})</span>}
            </dt>
            <dd>
              {means}
              {here?.[word]?.map((row) => (
                <p key={row} className="font-bold">
                  {row}
                </p>
              ))}
              {schools && (
                <ul className="mt-1 list-disc pl-5">
                  {schools.map((school) => (
                    <li key={school}>{school}</li>
                  ))}
                </ul>
              )}
            </dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
};
