/** How long what opened a dialog may take to be replaced by what was made, milliseconds. */
const SETTLED_MS = 400;

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

/** After a dialog the focus goes to what opened it, or, where that is gone, to what was made. */
export const giveFocusBack = (opener: Element | null): void => {
  if (opener instanceof HTMLElement && opener !== document.body && opener.isConnected) opener.focus();
  if (isLost()) focus(whatWasMade());
  setTimeout(() => {
    if (isLost()) focus(whatWasMade());
  }, SETTLED_MS);
};
