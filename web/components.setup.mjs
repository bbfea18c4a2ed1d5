import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless/index.mjs';

setupZonelessTestEnv();

// What a document without layout lacks.
const nothing = () => undefined;
globalThis.ResizeObserver ??= class {
  observe = nothing;
  unobserve = nothing;
  disconnect = nothing;
};
globalThis.IntersectionObserver ??= class {
  observe = nothing;
  unobserve = nothing;
  disconnect = nothing;
};
Element.prototype.scrollIntoView ??= nothing;
Object.assign(globalThis, { scrollTo: nothing, scrollBy: nothing });
