import { isEnterprise, sameAim } from '../../plan'
import type { Rule, Site } from '../../plan'
import { changed, nameOf } from './changed'
import type { Fault } from './types'

/** Slips with rules, radios, controllers and logins. */
export const SERVICE_FAULTS: Fault[] = [
  {
    code: 'ISO-1',
    slips: (site) =>
      site.rules
        .filter((rule) => rule.action === 'drop' && rule.enabled && isMeant(site, rule))
        .map((rule) => ({
          site: { ...site, rules: site.rules.filter(({ id }) => id !== rule.id) },
          says: `A drop rule was not entered: rule ${site.rules.indexOf(rule) + 1}.`,
        })),
  },
  {
    code: 'SSI-3',
    slips: (site) =>
      site.ssids.map((ssid) => ({
        site: changed(site, 'ssids', ssid.id, { networkId: null }),
        says: `“${ssid.name}” was put on no network.`,
      })),
  },
  {
    code: 'RAD-3',
    slips: (site) =>
      site.devices
        .filter(({ radios }) => radios.some(({ enabled }) => enabled))
        .map((device) => ({
          site: changed(site, 'devices', device.id, {
            radios: device.radios.map((radio) => ({ ...radio, enabled: false })),
          }),
          says: `The radios of ${device.name} were left off.`,
        })),
  },
  {
    code: 'BKH-1',
    slips: (site) =>
      site.devices
        .filter(
          ({ mesh, id }) =>
            mesh?.takesChildren && site.devices.some(({ air }) => air?.way === 'mesh' && air.deviceId === id),
        )
        .map((parent) => ({
          site: changed(site, 'devices', parent.id, {
            mesh: parent.mesh && { ...parent.mesh, takesChildren: false },
          }),
          says: `${parent.name} was not told to take children.`,
        })),
  },
  {
    code: 'BKH-5',
    slips: (site) =>
      site.devices.flatMap((device) => {
        const { air } = device
        if (air?.way !== 'bridge' || !air.near || !air.far) return []
        const other = site.profiles.find(({ id }) => id !== air.near?.profileId)
        return [
          {
            site: changed(site, 'devices', device.id, {
              air: { ...air, near: { ...air.near, profileId: other?.id ?? null } },
            }),
            says: `The key of ${device.name} is not that of the other end.`,
          },
        ]
      }),
  },
  {
    code: 'CTL-5',
    slips: (site) =>
      site.devices.flatMap((device) =>
        device.controller && memberOf(site, device.id)
          ? [
              {
                site: changed(site, 'devices', device.id, {
                  controller: { ...device.controller, allowList: [] },
                }),
                says: `The allow list of ${device.name} was switched on and left empty.`,
              },
            ]
          : [],
      ),
  },
  {
    code: 'CTL-6',
    slips: (site) =>
      site.devices.flatMap((device) =>
        device.cluster
          ? [
              {
                site: changed(site, 'devices', device.id, {
                  cluster: { ...device.cluster, passphrase: 'mistyped-passphrase' },
                }),
                says: `The cluster passphrase was mistyped at ${device.name}.`,
              },
            ]
          : [],
      ),
  },
  { code: 'ENT-1', slips: (site) => logins(site, { port: 1645 }, 'The old RADIUS port was typed in') },
  {
    code: 'ENT-2',
    slips: (site) => logins(site, { secret: 'mistyped-secret' }, 'The RADIUS secret was mistyped'),
  },
  {
    code: 'ENT-4',
    slips: (site) => logins(site, { trusts: 'another authority' }, 'Clients trust another authority'),
  },
  {
    code: 'ENT-3',
    slips: (site) =>
      site.devices.flatMap((device) =>
        device.radius && device.radius.clients.length > 0
          ? [
              {
                site: changed(site, 'devices', device.id, { radius: { ...device.radius, clients: [] } }),
                says: `Nobody was listed as a client of ${nameOf(site, device.id)}.`,
              },
            ]
          : [],
      ),
  },
]

/** Somebody asked for what the rule does. */
const isMeant = (site: Site, rule: Rule): boolean =>
  site.requirements.some(
    ({ fromNetworkId, to, strength }) =>
      strength === 'mustNot' && fromNetworkId === rule.fromNetworkId && sameAim(to, rule.to),
  )

const memberOf = (site: Site, controllerId: string): boolean =>
  site.devices.some(({ adoption }) => adoption?.controllerId === controllerId)

const logins = (site: Site, part: object, says: string) =>
  site.profiles
    .filter((profile) => isEnterprise(profile) && profile.radius?.serverId)
    .map((profile) => ({
      site: changed(site, 'profiles', profile.id, {
        radius: profile.radius && { ...profile.radius, ...part },
      }),
      says: `${says}, in “${profile.name}”.`,
    }))
