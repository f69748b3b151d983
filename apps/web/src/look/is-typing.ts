/** Whether keys pressed here write text: then they are not the page's. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'button'].includes(target.type)) ||
  (target instanceof HTMLElement && target.isContentEditable);
