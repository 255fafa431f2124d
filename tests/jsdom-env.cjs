// jsdom lacks platform functions that Node has and that Dexie and fake-indexeddb use.
const { TestEnvironment } = require("jest-environment-jsdom");
module.exports = class extends TestEnvironment {
  constructor(...args) {
    super(...args);
    for (const name of ["structuredClone", "TextEncoder", "TextDecoder", "Uint8Array"]) {
      this.global[name] ??= globalThis[name];
    }
  }
};
