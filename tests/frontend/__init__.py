"""TypeScript units, run by vitest in jsdom; every one of them is an item of pytest."""
