import { local } from './browser-storage';
import { newId } from './new-id';

const WHO = 'diaphon.who';

/** Who signs in this browser; empty where nobody has said. */
export const whoSigns = (): string => local.storage.getItem(WHO) ?? '';

export const keepWhoSigns = (who: string): void => local.storage.setItem(WHO, who.trim());

/** What everything that is added to a sitting begins with. */
export const stamp = () => ({ id: newId(), at: new Date().toISOString(), by: whoSigns() });
