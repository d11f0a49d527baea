import { getNonce } from 'get-nonce'
import { createContext, use } from 'react'

/** The nonce of the page, known while it is rendered on the server; the browser hides it from scripts. */
export const NonceContext = createContext<string | undefined>(undefined)

/** The nonce that a style needs which a part brings along: on the server from the context, in the browser as it was kept. */
export const useNonce = (): string | undefined => use(NonceContext) ?? getNonce()
