const KINDS = {
  main: 'bg-action text-action-ink border-action hover:opacity-90',
  plain: 'bg-sheet text-ink border-line hover:border-ink',
  quiet: 'bg-transparent text-ink border-transparent hover:border-line',
};

export type ButtonKind = keyof typeof KINDS;

/** How a button looks, whatever it is made of. */
export const buttonClass = (kind: ButtonKind): string =>
  `inline-flex min-h-[30px] items-center gap-1.5 border px-2.5 py-1 text-left leading-tight disabled:cursor-default disabled:opacity-45 aria-pressed:border-ink aria-pressed:bg-shoal ${KINDS[kind]}`;
