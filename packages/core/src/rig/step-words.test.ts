import { RIG_SCHEMA } from './schema';
import { emptyRig } from './empty-rig';
import { placeInWords } from './step-words';

interface Shape {
  properties?: Record<string, Shape>;
  items?: Shape;
}

/** Fields by which nobody turns anything: an id never changes. */
const NEVER = new Set(['id']);
const COLLECTIONS = ['devices', 'leads', 'apps', 'joinedInputs', 'people', 'placements', 'intents'] as const;

describe('what a step is about, as an operator calls it', () => {
  const { properties = {} } = RIG_SCHEMA as Shape;
  const fields = COLLECTIONS.flatMap((collection) =>
    Object.keys(properties[collection]!.items!.properties!)
      .filter((field) => !NEVER.has(field))
      .map((field) => [collection, field] as const),
  );

  it.each(fields)('%s, %s has a name', (collection, field) => {
    const step = { collection, id: 'x', path: [field], from: undefined, to: 1 };
    expect(placeInWords(emptyRig('A rig'), step)).not.toMatch(/^Something of/u);
  });
});
