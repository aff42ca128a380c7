'use client'

import { LANGUAGE_NAMES, LANGUAGES, type Language } from '@/core/language'
import { Select } from '@/ui/kit/Select'

/** The language of what pupils and families read; a student can have another. */
export function PupilsLanguage({ value, set }: { value: Language; set: (language: Language) => void }) {
  return (
    <div className="mt-3 max-w-xl">
      <label className="flex items-center justify-between gap-2 text-sm">
        Language of students’ pages
        <Select size="small" className="w-[140px]" value={value} onChange={(e) => set(LANGUAGES.find((l) => l === e.target.value) ?? 'en')}>
          {LANGUAGES.map((l) => (
            <option key={l} value={l}>
              {LANGUAGE_NAMES[l]}
            </option>
          ))}
        </Select>
      </label>
      <p className="text-fine text-soft">
        For phones, parts, warm-ups, practice weeks and note cards. You can choose another one for a student in the list of students.
        {value === 'es' && ' No teacher who speaks Spanish has read these words yet.'}
      </p>
    </div>
  )
}
