import { SlidersHorizontal } from 'lucide-react'
import { Button } from '@/ui/kit/Button'
import { later, Opens } from '@/ui/kit/Opens'

const panel = later(() => import('./SettingsPanel').then((m) => m.SettingsPanel))

/** What the teacher decides once for the piece, in place. */
export function Settings() {
  return (
    <Opens
      has="dialog"
      load={panel.load}
      button={
        <Button>
          <SlidersHorizontal size={16} aria-hidden /> Choices
        </Button>
      }
      opened={(button) => <panel.Part button={button} />}
    />
  )
}
