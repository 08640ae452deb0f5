const { untilNoticed } = require('./mutate-until-noticed.cjs');

module.exports = untilNoticed(require('@stryker-mutator/jest-runner/jest-env/node'));
