import { useState } from 'react'
import { deviceOf } from '~/core/plan'
import { CheckInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'
import type { ListedFile } from '../../server/files/files.server'

/** Files for the gear, in formats of general-purpose software. Keys only when asked for. */
export function DeviceFiles({ files }: { files: ListedFile[] }) {
  const { id, site } = useSite()
  const [withKeys, setWithKeys] = useState(false)
  const devices = [...new Set(files.map(({ deviceId }) => deviceId))]
  if (files.length === 0) return null
  return (
    <section className="sheet no-print mt-6 px-8 py-5" aria-label="Files for the gear">
      <div className="flex flex-wrap items-baseline justify-between gap-4">
        <h2>Files for the gear</h2>
        <CheckInput label="with keys and secrets in clear" checked={withKeys} onChange={setWithKeys} />
      </div>
      <p className={withKeys ? 'font-semibold text-caution' : 'caption'}>
        {withKeys
          ? 'Every file you save now holds keys anyone can read. Keep it where you keep keys, and delete it afterwards.'
          : 'Keys are left out. A file that needs one is refused by the program that reads it until the key stands in it.'}
      </p>
      <table className="plain mt-2">
        <thead>
          <tr>
            <th>Device</th>
            <th>Files</th>
          </tr>
        </thead>
        <tbody>
          {devices.map((deviceId) => (
            <tr key={deviceId}>
              <td>{deviceOf(site, deviceId)?.name}</td>
              <td>
                <FilesOf
                  files={files.filter((file) => file.deviceId === deviceId)}
                  hrefOf={(file) =>
                    `/sites/${id}/files/${file.id}${withKeys && file.holdsKeys ? '?keys=included' : ''}`
                  }
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 flex gap-5">
        <a className="underline decoration-dotted underline-offset-4" href={`/sites/${id}/csv?what=ports`}>
          every port (CSV)
        </a>
        <a
          className="underline decoration-dotted underline-offset-4"
          href={`/sites/${id}/csv?what=addresses`}
        >
          every address (CSV)
        </a>
      </p>
    </section>
  )
}

/** The files of one device as links; those that cannot be written together, with why. */
function FilesOf({ files, hrefOf }: { files: ListedFile[]; hrefOf: (file: ListedFile) => string }) {
  const refused = files.filter((file) => file.refused.length > 0)
  const reasons = [...new Set(refused.flatMap((file) => file.refused.map(({ message }) => message)))]
  return (
    <>
      <span className="flex flex-wrap gap-x-5">
        {files
          .filter((file) => file.refused.length === 0)
          .map((file) => (
            <a
              key={file.id}
              className="underline decoration-dotted underline-offset-4"
              href={hrefOf(file)}
              download={file.name}
            >
              {file.says}
            </a>
          ))}
      </span>
      {refused.length > 0 && (
        <div className="mt-1 border-l-4 border-caution pl-2">
          <p>
            <strong>Not written:</strong> {refused.map(({ says }) => says).join(', ')}
          </p>
          <ul className="caption">
            {reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
        </div>
      )}
    </>
  )
}
