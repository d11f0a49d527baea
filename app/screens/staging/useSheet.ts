import { useEffect } from 'react'
import { useFetcher } from 'react-router'
import type { DeviceSheet } from '~/field'
import { useSite } from '../../hooks/useSite'

/** What one device shows, asked anew whenever something of it or of its way has changed. */
export function useSheet(deviceId: string | null, version: string): DeviceSheet | null {
  const { id } = useSite()
  const fetcher = useFetcher<{ sheet: DeviceSheet | null }>()
  const { load } = fetcher
  useEffect(() => {
    if (deviceId !== null) void load(`/sites/${id}/bench/devices/${deviceId}`)
  }, [id, deviceId, version, load])
  const sheet = fetcher.data?.sheet ?? null
  return sheet?.id === deviceId ? sheet : null
}
