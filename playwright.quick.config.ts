import config from './playwright.config';
export default { ...config, expect: { timeout: 9000 }, use: { ...config.use, actionTimeout: 9000 } };
