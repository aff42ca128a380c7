'use client'

import { ChevronDown } from 'lucide-react'
import { Button } from '@/ui/kit/Button'
import { later, Opens } from '@/ui/kit/Opens'
import type { ClassesProps } from './ClassesMenu'

const Menu = later(() => import('./ClassesMenu').then((m) => m.ClassesMenu))

/** The class that is open is one of several: a button that shows them, and makes another. */
export function Classes(props: ClassesProps) {
  const { length } = props.classes
  return (
    <Opens
      has="menu"
      load={Menu.load}
      button={
        <Button kind="quiet" size="small" aria-label="Classes">
          {length > 1 ? `one of ${length} classes` : 'classes'} <ChevronDown size={15} aria-hidden />
        </Button>
      }
      opened={(button) => <Menu.Part button={button} {...props} />}
    />
  )
}
