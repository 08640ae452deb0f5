import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';
setupZonelessTestEnv({ errorOnUnknownElements: true, errorOnUnknownProperties: true });

// what a browser has and jsdom has not
const list = { matches: false, addListener: () => undefined, removeListener: () => undefined };
Object.defineProperty(window, 'matchMedia', { value: () => list, writable: true });

// jsdom lays nothing out: what watches sizes never hears of one, and a canvas has no pen
globalThis.ResizeObserver = class {
  observe(): void {
    // nothing to watch
  }
  unobserve(): void {
    // nothing to watch
  }
  disconnect(): void {
    // nothing to watch
  }
};
HTMLCanvasElement.prototype.getContext = () => null;
