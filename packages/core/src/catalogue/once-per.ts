/**
 * What follows from one object, worked out when it is first asked for and kept as long as that lives.
 * @param make from an object that is never changed in place: a model, a solved circuit
 */
export const oncePer = <K extends object, V>(make: (object: K) => V): ((object: K) => V) => {
  const known = new WeakMap<K, { is: V }>();
  return (object) => {
    let there = known.get(object);
    if (!there) known.set(object, (there = { is: make(object) }));
    return there.is;
  };
};
