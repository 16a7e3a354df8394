/**
 * Figures as they are set: a fraction slash makes true fractions of the digits beside it, in text, fields and drawings
 * alike, and spaces that never break keep feet, inches and fraction one figure. The typeface's own prime mark is set far too wide;
 * its quotation mark has the same shape and the right width.
 */
export const typeset = (text: string): string =>
  text
    .replace(/(\d+)\/(\d+)/g, "$1\u2044$2")
    .replace(/(\d) (?=\d+\u2044)/g, "$1\u00a0")
    .replace(/′ ?(?=\d)/g, "\u2019\u00a0")
    .replace(/′/g, "\u2019");
