import type { ButtonHTMLAttributes } from 'react'

type Kind = 'plain' | 'filled' | 'quiet'

const LOOK: Record<Kind, string> = {
  plain: 'border border-rule bg-sheet hover:border-ink',
  filled: 'bg-ink text-paper hover:opacity-90',
  quiet: 'hover:bg-wash',
}

/** How every button and button-like link looks. */
export const buttonLook = (kind: Kind = 'plain'): string =>
  `inline-flex min-h-8 items-center gap-1.5 rounded-md px-2.5 py-1 text-[15px] whitespace-nowrap disabled:opacity-45 ${LOOK[kind]}`

/** A button of the house. */
export function Button({ kind = 'plain', className = '', ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind }) {
  return <button type="button" className={`${buttonLook(kind)} ${className}`} {...rest} />
}
