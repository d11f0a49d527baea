import { useState } from 'react'
import { Dialog } from '../../../components/Dialog'
import { FormProblems } from '../../../components/Field'
import { CheckInput, TextInput } from '../../../components/inputs'
import { Problems } from '../../../components/Problems'
import { useSite } from '../../../hooks/useSite'
import { useWho } from '../../../hooks/useWho'
import { useDownload } from './useDownload'

interface Props {
  /** keys: the sealed part alone · bundle: everything, keys only sealed. */
  what: 'keys' | 'bundle'
  open: boolean
  onClose: () => void
}

const WORDS = {
  keys: {
    title: 'Keys, sealed',
    says: 'Every key, secret and password, locked with a passphrase or to people’s public keys (age-encryption.org/v1).',
    button: 'Seal the keys',
  },
  bundle: {
    title: 'Everything in one file',
    says: 'Record, plan, device files, tables, what was measured and the log, each with its SHA-256. Opened on the start page it is this site again.',
    button: 'Write the bundle',
  },
}

/** Seals keys, by themselves or within the bundle, and notes who they were given to. */
export function KeysDialog({ what, open, onClose }: Props) {
  const { id } = useSite()
  const [who] = useWho()
  const [isWanted, setWanted] = useState(what === 'keys')
  const [passphrase, setPassphrase] = useState('')
  const [recipients, setRecipients] = useState('')
  const [givenTo, setGivenTo] = useState('')
  const { fetchFile, busy, problems } = useDownload()
  const list = recipients.split(/\s+/).filter(Boolean)
  const body = isWanted
    ? { ...(list.length > 0 ? { recipients: list } : { passphrase }), givenTo, who: who ?? '' }
    : {}
  const { title, says, button } = WORDS[what]
  return (
    <Dialog open={open} onClose={onClose} title={title} says={says}>
      <FormProblems value={problems}>
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault()
            const url = what === 'keys' ? 'record/seal' : 'record/bundle'
            void fetchFile(`/sites/${id}/${url}`, body).then((ok) => {
              if (!ok) return
              setPassphrase('')
              onClose()
            })
          }}
        >
          {what === 'bundle' && (
            <CheckInput label="with the keys, sealed" checked={isWanted} onChange={setWanted} />
          )}
          {isWanted && (
            <>
              <TextInput
                label="Passphrase"
                path="passphrase"
                type="password"
                value={passphrase}
                onChange={setPassphrase}
                hint="12 characters or more. Say it by another way than the file goes; nobody can open it without."
              />
              <TextInput
                label="or public keys"
                path="recipients"
                mono
                value={recipients}
                onChange={setRecipients}
                placeholder="age1…"
                hint="One or more, with blanks between. Where one stands, no passphrase is used."
              />
              <TextInput
                label="Given to"
                path="givenTo"
                value={givenTo}
                onChange={setGivenTo}
                placeholder="name"
                hint="Stands in the log."
              />
            </>
          )}
          <Problems problems={problems} title="Not written." />
          <button className="button button-main min-h-11" disabled={busy}>
            {button}
          </button>
        </form>
      </FormProblems>
    </Dialog>
  )
}
