/** What `find` makes of the first item it makes anything of. Those after it are not asked: a finding's fixes take long to work out. */
export const firstOf = <T, R>(items: Iterable<T>, find: (item: T) => R | undefined): R | undefined => {
  for (const item of items) {
    const found = find(item);
    if (found !== undefined) return found;
  }
  return undefined;
};
