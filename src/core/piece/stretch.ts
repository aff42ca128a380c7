/** Measures by index, both included. */
export type Stretch = { readonly from: number; readonly to: number }
