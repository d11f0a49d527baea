import { X } from 'lucide-react'
import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  open: boolean
  onClose: () => void
  title: string
  /** What the dialog is for, said to screen readers and shown under the title. */
  says?: string
  wide?: boolean
  children: ReactNode
}

/** The first field gets the focus, not the cross. */
function focusFirstField(event: Event): void {
  const field = (event.target as HTMLElement | null)?.querySelector<HTMLElement>('input, select, textarea')
  if (!field) return
  event.preventDefault()
  field.focus()
}

/** A sheet laid over the stage. Escape and the cross close it; focus returns to where it was. */
export function Dialog({ open, onClose, title, says, wide, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[color-mix(in_srgb,var(--ink-strong)_38%,transparent)]" />
        <Radix.Content
          {...(says ? {} : { 'aria-describedby': undefined })}
          onOpenAutoFocus={focusFirstField}
          className={`sheet fixed top-[6vh] left-1/2 z-50 flex max-h-[88vh] w-[94vw] -translate-x-1/2 flex-col border-ink shadow-2xl ${wide ? 'max-w-4xl' : 'max-w-xl'}`}
        >
          <div className="neatline shrink-0" />
          <div className="flex items-start justify-between gap-4 px-5 pt-3">
            <div>
              <Radix.Title className="text-[1.2rem] font-semibold">{title}</Radix.Title>
              {says && <Radix.Description className="caption">{says}</Radix.Description>}
            </div>
            <Radix.Close className="button button-quiet" aria-label="Close">
              <X size={17} aria-hidden />
            </Radix.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 pt-3 pb-5">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
