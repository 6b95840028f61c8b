/**
 * A loader for the build: what the parts say to a screen reader comes in thirty-four languages, and what stands round it only in
 * English. The others are left out, as the makers of the parts do it themselves: where a language is empty, English is taken.
 */
module.exports = function ownWords(source) {
  return /[\\/]en-US\.mjs$/.test(this.resourcePath) ? source : 'export default undefined;';
};
