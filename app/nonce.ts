import { createContext } from 'react'

/** The nonce of the page, known while it is rendered on the server; the browser hides it from scripts. */
export const NonceContext = createContext<string | undefined>(undefined)
