import fc from 'fast-check';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { importModel, model, modelSent, modelVersion } from '.';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

test('each model goes out whole, under a version of its own and no other, however it is packed', async () => {
  const { installation } = small;
  const versions = new Map([[modelVersion(installation), JSON.stringify(model(installation))]]);
  await fc.assert(
    fc.asyncProperty(fc.constantFrom('A', 'B', 'C'), async (label) => {
      const { document } = model(installation);
      await importModel(installation, {
        ...document,
        settings: { set: { comments: label === 'A' ? 'off' : 'open' } },
      });
      const version = modelVersion(installation);
      const text = JSON.stringify(model(installation));
      // A version that was there before says the same.
      expect(versions.get(version) ?? text).toBe(text);
      versions.set(version, text);
      const [plain, br, gzip] = [
        await modelSent(installation, version, undefined),
        await modelSent(installation, version, 'br'),
        await modelSent(installation, version, 'gzip'),
      ];
      expect([
        String(plain),
        String(brotliDecompressSync(br ?? Buffer.of())),
        String(gunzipSync(gzip ?? Buffer.of())),
      ]).toEqual([text, text, text]);
      for (const other of versions.keys())
        if (other !== version) expect(await modelSent(installation, other, undefined)).toBeUndefined();
    }),
    { numRuns: 6 },
  );
  expect(versions.size).toBeGreaterThan(1);
});
