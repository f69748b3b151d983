/** Something is on its way; said to everyone, shown without moving. */
export const Waiting = ({ words }: { words: string }) => (
  <p role="status" className="p-6 text-faint">
    {words} …
  </p>
);
