import type { ButtonHTMLAttributes, Ref } from 'react'

type Kind = 'plain' | 'filled' | 'quiet'

const LOOK: Record<Kind, string> = {
  plain: 'border border-rule bg-sheet hover:border-ink',
  filled: 'bg-ink text-paper hover:opacity-90',
  quiet: 'hover:bg-wash',
}

const SIZE = {
  /** On a bar or below a form. */
  normal: 'min-h-8 text-body',
  /** Beside a line of a panel. */
  small: 'min-h-7 text-sm',
} as const

/** How every button and button-like link looks. */
export const buttonLook = (kind: Kind = 'plain', size: keyof typeof SIZE = 'normal'): string =>
  `inline-flex items-center gap-1.5 rounded-md px-2.5 py-1 whitespace-nowrap disabled:opacity-45 ${SIZE[size]} ${LOOK[kind]}`

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  readonly kind?: Kind
  readonly size?: keyof typeof SIZE
  readonly ref?: Ref<HTMLButtonElement>
}

/** A button of the house. */
export function Button({ kind = 'plain', size = 'normal', className = '', ...rest }: Props) {
  return <button type="button" className={`${buttonLook(kind, size)} ${className}`} {...rest} />
}
