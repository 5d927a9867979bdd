import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { putSetting } from '../../store/settings';
import { smallInstallation } from '../../../tests/small-installation';
import { closeInstallation } from './open';
import { holdsSample } from './holds-sample';

test('only the sample, and only while nobody works with it, may be begun anew', async () => {
  const small = await smallInstallation();
  try {
    expect(await holdsSample(small.folder)).toMatch(/at work/);
    await closeInstallation(small.installation);
    expect(await holdsSample(small.folder)).toMatch(/not the sample/);
  } finally {
    rmSync(small.folder, { recursive: true, force: true });
  }
  const sample = await smallInstallation();
  await sample.installation.content.write((tx) => putSetting(tx, 'demo', 'yes'));
  await closeInstallation(sample.installation);
  expect(await holdsSample(sample.folder)).toBeUndefined();
  rmSync(sample.folder, { recursive: true, force: true });
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  writeFileSync(join(folder, 'content.db'), 'no database');
  expect(await holdsSample(folder)).toMatch(/none of Clear Frame/);
  rmSync(folder, { recursive: true, force: true });
});
