'use client'

import { createContext, useContext } from 'react'

const Context = createContext('')

/** What is inside belongs to a class. */
export const InClass = ({ id, children }: { id: string; children: React.ReactNode }) => (
  <Context.Provider value={id}>{children}</Context.Provider>
)

/** The id of the class that a page is of, as its address says; empty on a page that is of none. */
export const useClassId = (): string => useContext(Context)
