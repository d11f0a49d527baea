import { customAlphabet } from 'nanoid'

/** A short id of letters and digits, as the site file wants it. */
export const newId: () => string = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyz', 10)
