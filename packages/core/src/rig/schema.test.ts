import Ajv2020 from 'ajv/dist/2020';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_RIGS } from '../demo';
import { DEVICE_MODELS } from '../catalogue';
import { modelFile } from './model-file';
import { MODEL_SCHEMA, RIG_SCHEMA } from './schema';

const docs = join(__dirname, '../../../../docs');
const published = JSON.parse(readFileSync(join(docs, 'rig.schema.json'), 'utf8')) as object;

describe('the published JSON Schema', () => {
  it('is the one the engine reads with; `npm run schema` writes it', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(RIG_SCHEMA)));
  });

  it('so is that of a device model', () => {
    const ofModel = JSON.parse(readFileSync(join(docs, 'model.schema.json'), 'utf8')) as object;
    expect(ofModel).toEqual(JSON.parse(JSON.stringify(MODEL_SCHEMA)));
    const takes = new Ajv2020({ strict: false }).compile(ofModel);
    for (const model of DEVICE_MODELS) expect(takes(modelFile(model))).toBe(true);
  });

  const validate = new Ajv2020({ strict: false }).compile(published);

  it.each(DEMO_RIGS.map(({ key, rig }) => [key, rig] as const))(
    'a second validator (ajv) takes %s',
    (key, rig) => {
      validate(rig);
      expect(validate.errors).toBeNull();
      expect(JSON.parse(readFileSync(join(docs, `examples/${key}.json`), 'utf8'))).toEqual(rig);
    },
  );

  it('and refuses what is not a rig', () => {
    expect(validate({ format: 'diaphon-rig', version: 1 })).toBe(false);
  });
});
