/** JSON pointers as the schema library writes them, "#/devices/3/name": taken apart in this one place. */

/** The keys a pointer leads through. */
export const partsOf = (pointer: string): string[] =>
  pointer
    .replace(/^#\/?/, '')
    .split('/')
    .filter(Boolean)
    .map((part) => decodeURIComponent(part.replace(/~1/g, '/').replace(/~0/g, '~')));

/** What stands at a pointer; undefined where it leads nowhere. */
export const valueAt = (value: unknown, pointer: string): unknown =>
  partsOf(pointer).reduce<unknown>(
    (at, part) =>
      typeof at === 'object' && at !== null && Object.hasOwn(at, part)
        ? (at as Record<string, unknown>)[part]
        : undefined,
    value,
  );
