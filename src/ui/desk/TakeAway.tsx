import { Download } from 'lucide-react'
import { Button } from '@/ui/kit/Button'
import { later, Opens } from '@/ui/kit/Opens'

const menu = later(() => import('./TakeAwayMenu').then((m) => m.TakeAwayMenu))

/** The piece as a file: for a notation program, for listening, for a table, or as it was brought. */
export function TakeAway({ id, original }: { id: string; original: boolean }) {
  return (
    <Opens
      has="menu"
      load={menu.load}
      button={
        <Button title="Export as a file">
          <Download size={16} aria-hidden /> <span className="max-2xl:sr-only">Export</span>
        </Button>
      }
      opened={(button) => <menu.Part button={button} id={id} original={original} />}
    />
  )
}
