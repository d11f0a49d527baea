/** Who is at the other end of an interface's cable, in `lldpcli -f json0 show neighbors`; null: nobody is heard there. */
export function readLldp(text: string, interfaceName: string): { name: string; port: string } | null {
  const all = interfacesIn(text)
  const one = all.find(({ name }) => name === interfaceName)
  const name = valueIn(one?.chassis, 'name')
  if (name === null) return null
  return { name, port: valueIn(one?.port, 'descr') ?? valueIn(one?.port, 'id') ?? '' }
}

interface InterfaceJson {
  name?: unknown
  chassis?: unknown
  port?: unknown
}

function interfacesIn(text: string): InterfaceJson[] {
  try {
    const { lldp } = JSON.parse(text) as { lldp?: { interface?: InterfaceJson[] }[] }
    return (lldp ?? []).flatMap((one) => one.interface ?? [])
  } catch {
    return []
  }
}

/** json0 has every field as a list of objects with a value. */
function valueIn(list: unknown, field: string): string | null {
  const [first] = (Array.isArray(list) ? list : []) as Record<string, { value?: unknown }[] | undefined>[]
  const value = first?.[field]?.[0]?.value
  return typeof value === 'string' && value !== '' ? value : null
}
