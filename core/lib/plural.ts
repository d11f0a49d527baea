/** "1 cable", "3 cables", "2 batteries". */
export const plural = (count: number, noun: string, many = `${noun}s`): string =>
  `${count} ${count === 1 ? noun : many}`
