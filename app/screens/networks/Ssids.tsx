import { Plus } from 'lucide-react'
import { useState } from 'react'
import { deviceOf, isEnterprise, networkOf, newProfile, newSsid, profileOf } from '~/core/plan'
import type { SecurityProfile, Ssid } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { Flag } from '../../components/Flag'
import { newId } from '../../hooks/newId'
import { useSite } from '../../hooks/useSite'
import { KeyField } from './KeyField'
import { MODE_NAME } from '~/core/plan'
import { ProfileForm } from './ProfileForm'
import { SsidForm } from './SsidForm'

type Open =
  | { what: 'ssid'; record: Ssid; isNew: boolean }
  | { what: 'profile'; record: SecurityProfile; isNew: boolean }

export function Ssids() {
  const { site } = useSite()
  const [open, setOpen] = useState<Open | null>(null)
  const close = () => setOpen(null)
  const ssid = (): Ssid => newSsid(newId(), site.profiles.find(({ isDefault }) => isDefault)?.id ?? null)
  const profile = (): SecurityProfile => newProfile(newId())
  return (
    <div className="space-y-6">
      <section>
        <div className="sheet px-4 py-2">
          <table className="plain">
            <thead>
              <tr>
                <th>SSID</th>
                <th>Network</th>
                <th>Security profile</th>
                <th>Bands</th>
                <th>Offered by</th>
                <th>When</th>
              </tr>
            </thead>
            <tbody>
              {site.ssids.map((ssid) => (
                <SsidRow
                  key={ssid.id}
                  ssid={ssid}
                  onOpen={() => setOpen({ what: 'ssid', record: ssid, isNew: false })}
                />
              ))}
            </tbody>
          </table>
          {site.ssids.length === 0 && (
            <p className="py-4 text-center text-soft">No SSIDs yet. Each goes on exactly one network.</p>
          )}
        </div>
        <button
          className="button mt-3"
          onClick={() => setOpen({ what: 'ssid', record: ssid(), isNew: true })}
        >
          <Plus size={16} aria-hidden /> Add an SSID
        </button>
      </section>
      <section>
        <h2 className="mb-2">Security profiles</h2>
        <div className="sheet px-4 py-2">
          <table className="plain">
            <thead>
              <tr>
                <th>Profile</th>
                <th>Mode</th>
                <th>Key</th>
                <th>WPS</th>
                <th>Used by</th>
              </tr>
            </thead>
            <tbody>
              {site.profiles.map((profile) => (
                <tr key={profile.id}>
                  <td>
                    <button
                      className="underline decoration-dotted underline-offset-4"
                      onClick={() => setOpen({ what: 'profile', record: profile, isNew: false })}
                    >
                      {profile.name}
                    </button>
                    {profile.isDefault && <span className="caption"> default for new SSIDs</span>}
                  </td>
                  <td>{MODE_NAME[profile.mode]}</td>
                  <td>
                    {isEnterprise(profile) ? (
                      (deviceOf(site, profile.radius?.serverId ?? null)?.name ?? 'no login server')
                    ) : (
                      <KeyField profileId={profile.id} />
                    )}
                  </td>
                  <td>{profile.wps ? 'on' : 'off'}</td>
                  <td>
                    {site.ssids
                      .filter(({ profileId }) => profileId === profile.id)
                      .map(({ name }) => name)
                      .join(', ') || 'nobody'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <button
          className="button mt-3"
          onClick={() => setOpen({ what: 'profile', record: profile(), isNew: true })}
        >
          <Plus size={16} aria-hidden /> Add a profile
        </button>
        <p className="caption mt-2 max-w-3xl">
          Hiding an SSID and listing hardware addresses are layers some installers use. Neither is a lock: the
          name and the addresses are sent in clear whenever a client joins.
        </p>
      </section>
      <Dialog open={open !== null} onClose={close} title={titleOf(open)}>
        {open?.what === 'ssid' && <SsidForm ssid={open.record} isNew={open.isNew} onDone={close} />}
        {open?.what === 'profile' && <ProfileForm profile={open.record} isNew={open.isNew} onDone={close} />}
      </Dialog>
    </div>
  )
}

const titleOf = (open: Open | null): string => {
  if (!open) return ''
  const noun = open.what === 'ssid' ? 'SSID' : 'security profile'
  return open.isNew ? `New ${noun}` : open.record.name
}

function SsidRow({ ssid, onOpen }: { ssid: Ssid; onOpen: () => void }) {
  const { site } = useSite()
  const network = networkOf(site, ssid.networkId)
  const offered = ssid.groupIds
    ? ssid.groupIds.map((id) => site.groups.find((group) => group.id === id)?.name ?? id).join(', ') ||
      'nobody'
    : ssid.accessPointIds?.map((id) => deviceOf(site, id)?.name ?? id).join(', ')
  return (
    <tr>
      <td>
        <button className="font-medium underline decoration-dotted underline-offset-4" onClick={onOpen}>
          {ssid.name}
        </button>
        {ssid.hidden && <span className="caption"> hidden</span>}
        {ssid.isolated && <span className="caption"> clients apart</span>}
      </td>
      <td>
        {network ? (
          <Flag vlanId={network.vlanId} label={network.name} />
        ) : (
          <strong className="text-caution">none</strong>
        )}
      </td>
      <td>{profileOf(site, ssid)?.name ?? <strong className="text-caution">none</strong>}</td>
      <td className="figures">{ssid.bands.join(' and ')} GHz</td>
      <td>{offered ?? 'every access point'}</td>
      <td>{ssid.schedule === 'always' ? 'always' : 'when wanted'}</td>
    </tr>
  )
}
