import type { Device, EapMethod, Site } from '../../plan'
import { comment, lines } from '../text'

/** The server’s part of each method. PEAP and TTLS hand what is inside the tunnel to a server of its own. */
const BLOCKS: Record<EapMethod, string[]> = {
  peap: [
    '  peap {',
    '    tls = yard',
    '    default_eap_type = mschapv2',
    '    virtual_server = inner-tunnel',
    '  }',
    '  mschapv2 {',
    '  }',
  ],
  ttls: [
    '  ttls {',
    '    tls = yard',
    '    default_eap_type = md5',
    '    virtual_server = inner-tunnel',
    '  }',
  ],
  tls: ['  tls {', '    tls = yard', '  }'],
}

/**
 * The ways of proving oneself that a login server offers, as FreeRADIUS reads them; what is not here it refuses. Certificates are
 * where its packages keep them. Null: the plan names none. Source: its mods-available/eap.
 */
export function freeradiusEap(site: Site, server: Device): string | null {
  const { methods = [], authority = '' } = server.radius ?? {}
  const [first] = methods
  if (!first) return null
  return lines(
    comment(`${server.name}: how people prove themselves, ${site.name}`),
    comment(`the certificate is signed by ${authority || 'the site’s own authority'}`),
    'eap {',
    `  default_eap_type = ${first}`,
    '  tls-config yard {',
    '    private_key_file = ${certdir}/server.key',
    '    certificate_file = ${certdir}/server.pem',
    '    ca_file = ${cadir}/ca.pem',
    '    tls_min_version = "1.2"',
    '    tls_max_version = "1.2"',
    '  }',
    methods.flatMap((method) => BLOCKS[method]),
    '}',
  )
}
