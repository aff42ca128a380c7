import type { SelectHTMLAttributes } from 'react'

const SIZE = { normal: 'px-1.5 py-1', small: 'px-1 py-0.5 text-sm' } as const

type Props = Omit<SelectHTMLAttributes<HTMLSelectElement>, 'size'> & {
  readonly size?: keyof typeof SIZE
  /** What is chosen was chosen here, not taken over from the class: it is said in bold, with an edge of its own. */
  readonly own?: boolean
}

/** One of several, to choose from. The browser's own list: known to every hand, finger and screen reader. */
export function Select({ size = 'normal', own = false, className = '', ...rest }: Props) {
  return (
    <select
      data-own={own || undefined}
      className={`rounded border bg-sheet disabled:opacity-45 ${own ? 'border-own font-semibold' : 'border-rule'} ${SIZE[size]} ${className}`}
      {...rest}
    />
  )
}
