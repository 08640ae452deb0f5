const { mixinJestEnvironment } = require('@stryker-mutator/jest-runner');
const browser = require('jest-preset-angular/environments/jest-jsdom-env');
const { untilNoticed } = require('./mutate-until-noticed.cjs');

module.exports = untilNoticed(mixinJestEnvironment(browser.default ?? browser));
