/// <reference lib="webworker" />
import { expose } from 'comlink'
import { compareMidi } from '@/formats/midi/compare'
import { DEFAULT_CHOICES } from '@/formats/midi/read'
import { readFile } from '@/formats/read'
import type { FileReader } from './protocol'

const reader: FileReader = {
  read: ({ name, bytes, midi }) => readFile(name, bytes, midi),
  compare: ({ bytes, midi }) => compareMidi(bytes, (midi ?? DEFAULT_CHOICES).grid),
}

expose(reader)
