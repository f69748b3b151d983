/** Numbers for the pins of many owners. */
export const numbering = (add: () => number) => {
  const owners = new Map<string, Map<string, number>>();
  const number = (owner: string, pin: string): number => {
    let pins = owners.get(owner);
    if (!pins) owners.set(owner, (pins = new Map()));
    let found = pins.get(pin);
    if (found === undefined) pins.set(pin, (found = add()));
    return found;
  };
  return { number, owners };
};
