// The core's tests alone, for npm run mutate.
const { projects } = require('./jest.config.cjs');

const core = projects.find((p) => p.displayName === 'core');

module.exports = { ...core, displayName: undefined, testTimeout: 15000 };
