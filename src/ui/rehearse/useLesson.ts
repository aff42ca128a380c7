'use client'

import { useStore } from 'zustand'
import { useDeskStore } from '@/ui/session/DeskProvider'
import { lessonOf, type Lesson } from './lesson'

/** The lesson of the desk, and all that can be done to it. */
export const useLessonStore = () => lessonOf(useDeskStore())

/** Reads from the lesson; drawn again only when what it reads has changed. */
export const useLesson = <T>(read: (l: Lesson) => T): T => useStore(useLessonStore(), read)
