const fc = require('fast-check');

// Properties are tried with the same values in every run, so that a red run is red for what was changed. `npm run exact` tries new ones
// (RIGGER_SEED=new); a seed that fails there becomes a case of its test.
if (process.env.RIGGER_SEED !== 'new')
  fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.RIGGER_SEED ?? 20261201) });
