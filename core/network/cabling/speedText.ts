/** "1G", "100M": how speeds are written on ports. */
export const speedText = (mbps: number): string => (mbps >= 1000 ? `${mbps / 1000}G` : `${mbps}M`)
