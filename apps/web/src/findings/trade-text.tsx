import { useState } from 'react';
import { useAsked } from '../store/use-asked';

/** A text whose words of the trade open what they mean, and what they come to in this rig. */
export const TradeText = ({ text }: { text: string }) => {
  const { answer } = useAsked('words', [text]);
  const [open, setOpen] = useState<string | null>(null);
  // Until the words are known, and after the text changed, the text as it is.
  const pieces = answer?.pieces.map((piece) => piece.text).join('') === text ? answer.pieces : [{ text }];
  const term = answer?.terms.find(({ word }) => word === open);
  return (
    <div>
      <p>
        {pieces.map(({ text: part, word }, index) =>
          word ? (
            <button
              key={index}
              className="underline decoration-dotted underline-offset-2"
              aria-expanded={open === word}
              onClick={() => setOpen(open === word ? null : word)}
            >
              {part}
            </button>
          ) : (
            <span key={index}>{part}</span>
          ),
        )}
      </p>
      {term && (
        <aside
          aria-label={term.word}
          className="my-1 border-l-2 border-line bg-deep px-2.5 py-1.5 text-[13px]"
        >
          <b>{term.word}</b>: {term.means}
          {term.schools && (
            <ul className="list-disc pl-5">
              {term.schools.map((school) => (
                <li key={school}>{school}</li>
              ))}
            </ul>
          )}
          {term.here.map((row) => (
            <p key={row} className="font-bold">
              {row}
            </p>
          ))}
        </aside>
      )}
    </div>
  );
};
