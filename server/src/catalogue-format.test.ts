import { CatalogueSchema } from '@rigger/contracts';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { LISTS } from './services/read-folder';

const docs = (name: string) => join(__dirname, '../../docs', name);

describe('the format of a catalogue', () => {
  it('is documented by the schema that the server reads with', () => {
    const written = JSON.stringify(z.toJSONSchema(CatalogueSchema, { io: 'input', unrepresentable: 'any' }));
    // WRITE_SCHEMA=1 npx jest --selectProjects server --testPathPatterns catalogue-format
    if (process.env.WRITE_SCHEMA) writeFileSync(docs('catalogue.schema.json'), `${written}\n`);
    expect(JSON.parse(readFileSync(docs('catalogue.schema.json'), 'utf8'))).toEqual(JSON.parse(written));
  });
  it('names every file on its page', () => {
    const page = readFileSync(docs('catalogue-format.md'), 'utf8');
    for (const file of [...Object.values(LISTS), 'platforms/*.json', 'settings.json', 'jobs/*.json'])
      expect(page).toContain(`\`${file}\``);
  });
});
