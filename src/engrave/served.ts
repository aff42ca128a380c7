/** Where the engraver's files are served, with its version in the name; made by scripts/vendor.mjs. */
export const ENGRAVER = '/vendor/verovio-6.3.0'
