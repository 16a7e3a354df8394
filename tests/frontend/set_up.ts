/** What a browser has and jsdom has not. */
import { cleanup } from "@testing-library/react";
import { afterEach, vi } from "vitest";

// The network's own classes take no address without a host.
const Plain = globalThis.Request;
vi.stubGlobal("Request", class extends Plain {
  constructor(address: RequestInfo | URL, init?: RequestInit) {
    super(typeof address === "string" ? new URL(address, "http://easy.notch") : address, init);
  }
});

vi.stubGlobal("ResizeObserver", class {
  observe() { /* nothing changes its size here */ }
  disconnect() { /* and nothing is watched */ }
});

vi.stubGlobal("matchMedia", (query: string) => ({ matches: false, media: query, addEventListener: () => undefined, removeEventListener: () => undefined }));

afterEach(() => {
  cleanup();
  localStorage.clear();
});
