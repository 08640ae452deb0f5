import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A folder for each test of the file that asks for it, gone afterwards. */
export function tempDir(): { readonly path: (name?: string) => string } {
  let dir = '';
  beforeEach(() => {
    dir = mkdtempSync(join(tmpdir(), 'rigger-'));
  });
  afterEach(() => {
    rmSync(dir, { recursive: true, force: true });
  });
  return { path: (name = '') => join(dir, name) };
}
