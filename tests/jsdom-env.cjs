// jsdom lacks platform functions that Node has and that Dexie and fake-indexeddb use.
const { TestEnvironment } = require("jest-environment-jsdom");
module.exports = class extends TestEnvironment {
  constructor(...args) {
    super(...args);
    for (const name of ["structuredClone", "TextEncoder", "TextDecoder", "Uint8Array"]) {
      this.global[name] ??= globalThis[name];
    }
    // jsdom holds each element against each rule of each sheet, a third of a room test's time, and no test asks for style.
    this.global.getComputedStyle = (element) => element.style;
  }
};
