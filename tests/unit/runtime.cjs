const { createRequire } = require('node:module');
const { join } = require('node:path');
const { default: Runtime } = require('jest-runtime');

/**
 * Packages that keep nothing of a test file and know nothing of its globals. Every test file loads its modules anew; these take
 * longer to load than most test files take to run, and are loaded once by each process.
 */
const SHARED =
  /^(@libsql\/client|@sinclair\/typebox|ajv|drizzle-orm|fontkit|libsql|pdfkit|workerpool)(\/|$)/;
const requireHere = createRequire(join(__dirname, '../../package.json'));

/** Jest's own, but for packages that are shared between test files. */
module.exports = class SharingRuntime extends Runtime {
  requireModuleOrMock(from, moduleName) {
    if (SHARED.test(moduleName) && !from.includes('/node_modules/')) return requireHere(moduleName);
    return super.requireModuleOrMock(from, moduleName);
  }
};
