import { TestEnvironment } from 'jest-environment-jsdom';

/** A page without layout, with the parts of a browser that jsdom lacks and Node has. */
export default class PageEnvironment extends TestEnvironment {
  /** Packages as Node takes them: those for the browser cannot be loaded here. */
  exportConditions() {
    return ['node', 'node-addons'];
  }

  async setup() {
    await super.setup();
    const { global } = this;
    const base = 'http://localhost/';
    // A page's addresses are those of its own server.
    global.Request = class extends Request {
      constructor(input, init) {
        super(typeof input === 'string' ? new URL(input, base).href : input, init);
      }
    };
    Object.assign(global, { Response, Headers, fetch, structuredClone, TextEncoder, TextDecoder });
    global.matchMedia ??= () => ({ matches: false, addEventListener() {}, removeEventListener() {} });
    global.ResizeObserver ??= class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
  }
}
