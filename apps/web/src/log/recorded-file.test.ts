import { recordedFile } from './recorded-file';

/** FIPS 180-4, the example of "abc" (its digest from memory). */
it('a file is kept with the hash of the standard', async () => {
  const file = Object.assign(new Blob(['abc']), { name: 'keeper.wav' });
  expect(await recordedFile(file)).toBe(
    'keeper.wav, 0.0 kB, SHA-256 ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
  );
});
