/** The page's letter size in pixels: 16, unless the reader asked for larger ones. */
export const letterSize = (): number => parseFloat(getComputedStyle(document.documentElement).fontSize) || 16;
