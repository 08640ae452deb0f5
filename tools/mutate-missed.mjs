import path from 'node:path';
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';

/** Names each change that no test notices, as soon as that is known. */
class Missed {
  onMutantTested(m) {
    if (m.status !== 'Survived' && m.status !== 'NoCoverage') return;
    const { line, column } = m.location.start;
    const became = (m.replacement ?? '').replaceAll(/\s+/g, ' ').slice(0, 100);
    console.log(`missed ${path.relative('.', m.fileName)}:${line}:${column} ${m.mutatorName} -> ${became}`);
  }
}
export const strykerPlugins = [declareClassPlugin(PluginKind.Reporter, 'missed', Missed)];
