/** What the page and its service worker say to each other. */

export const KEPT_CACHE = 'diaphon-kept';
/** A header: when the answer came that is given in place of a new one. */
export const KEPT_AT = 'diaphon-kept-at';
export const TAKE_OVER = 'take over';

export const KEPT_PATHS = /^\/api\/(rigs|models|stock|sittings)(\/|$)/;
export const RIG_PATH = /^\/api\/rigs\/[^/]+$/;
