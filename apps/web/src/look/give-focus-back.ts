const isLost = () => document.activeElement === null || document.activeElement === document.body;

/** What was made is what is selected now; with nothing selected, the page's content. */
const whatWasMade = (): HTMLElement | null =>
  document.querySelector<HTMLElement>('[data-box][aria-pressed="true"]') ??
  document.querySelector<HTMLElement>('main');

const focus = (element: HTMLElement | null) => {
  if (!element) return;
  // What is not made for the keyboard can be focused all the same, once.
  if (element.tabIndex < 0 && !element.hasAttribute('tabindex')) element.setAttribute('tabindex', '-1');
  element.focus({ preventScroll: true });
};

/**
 * After a dialog the focus goes to what opened it, or, where that is gone, to what was made.
 *
 * What has the focus may be taken away later, when what was made arrives: however late that is,
 * the focus does not fall through before the user goes on.
 */
export const giveFocusBack = (opener: Element | null): void => {
  if (opener instanceof HTMLElement && opener !== document.body && opener.isConnected) opener.focus();
  const keep = () => {
    if (isLost()) focus(whatWasMade());
  };
  keep();
  const watch = new MutationObserver(keep);
  watch.observe(document.body, { childList: true, subtree: true });
  const goOn = new AbortController();
  for (const does of ['keydown', 'pointerdown'])
    document.addEventListener(
      does,
      () => {
        watch.disconnect();
        goOn.abort();
      },
      { capture: true, signal: goOn.signal },
    );
};
