import { useStore } from 'zustand'
import { createStore } from 'zustand/vanilla'

/** What is under the pointer, in words: apart from the desk, so that only the status line is drawn anew while it moves. */
const hover = createStore<{ text: string }>()(() => ({ text: '' }))

export const setHover = (text: string): void => {
  if (hover.getState().text !== text) hover.setState({ text })
}
export const useHover = (): string => useStore(hover, (h) => h.text)
