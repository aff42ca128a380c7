/** The language of everything that is said, as `Intl` knows it: its lists ("a, b and c"), plurals and ordinals are those of this place alone. */
export const LANGUAGE = 'en-GB'
