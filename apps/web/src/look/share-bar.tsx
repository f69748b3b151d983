/** How much of what there is is taken: a bar that is full where nothing is left. */
export const ShareBar = ({ used, of }: { used: number; of: number }) => (
  <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="mt-0.5 block h-1.5 w-full" aria-hidden>
    <rect width="100" height="6" fill="var(--deep)" />
    <rect
      width={Math.min(100, (100 * used) / of)}
      height="6"
      fill={used > of ? 'var(--fault)' : 'var(--ink)'}
    />
  </svg>
);
