import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './bootstrap.mjs';

// The list of rules is the folder's content: a new rule is a new file in it. `--check` only says whether the list is current.
const dir = path.join(root, 'core/src/rules');
const rules = readdirSync(dir)
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts') && f !== 'all-rules.ts')
  .sort()
  .flatMap((file) => {
    const names = [
      ...readFileSync(path.join(dir, file), 'utf8').matchAll(/^export const (\w+) =\s*(?:rule<|reach\()/gm),
    ];
    return names.map(([, name]) => ({ name, from: `./${file.slice(0, -3)}` }));
  });
const froms = [...new Set(rules.map((r) => r.from))];
const text = `// Made by \`npm run rules\` from the files of this folder; not edited by hand.
import type { Rule } from './rule';
${froms
  .map(
    (from) =>
      `import { ${rules
        .filter((r) => r.from === from)
        .map((r) => r.name)
        .join(', ')} } from '${from}';`,
  )
  .join('\n')}

export const RULES = [
${rules.map((r) => `  ${r.name},`).join('\n')}
] as const;
type FindingOf<R> = R extends Rule<infer F> ? F : never;
/** Everything the rules can find, as code and numbers. */
export type Finding = FindingOf<(typeof RULES)[number]>;
`;
const target = path.join(dir, 'all-rules.ts');
const current = existsSync(target) ? readFileSync(target, 'utf8') : '';
if (process.argv.includes('--check')) {
  if (current !== text) {
    console.error('core/src/rules/all-rules.ts is not what the folder holds: npm run rules');
    process.exit(1);
  }
} else if (current !== text) writeFileSync(target, text);
