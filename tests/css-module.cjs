// A class is its own name, so that a test can ask for it.
module.exports = new Proxy({}, { get: (_, name) => (name === "__esModule" ? false : name) });
