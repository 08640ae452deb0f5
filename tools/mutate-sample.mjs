import { createHash } from 'node:crypto';
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';

/** of a hundred functions, how many are changed; the rest is left as it is */
const SHARE = Number(process.env['MUTATED_SHARE'] ?? 100);

/** Picks functions of a file by what they say, so that the same code gives the same sample. */
class Sample {
  shouldIgnore(at) {
    const parent = at.parentPath;
    const isPiece =
      (at.isStatement() && (parent?.isProgram() || parent?.isExportNamedDeclaration())) || at.isClassMethod();
    if (!isPiece || at.isClassDeclaration() || at.isExportNamedDeclaration()) return undefined;
    const said = createHash('sha256').update(String(at)).digest();
    return (100 * said.readUInt32BE(0)) / 2 ** 32 < SHARE ? undefined : 'not in the sample';
  }
}
export const strykerPlugins = [declareClassPlugin(PluginKind.Ignore, 'sample', Sample)];
