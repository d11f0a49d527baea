import { setNonce } from 'get-nonce'
import { StrictMode, startTransition } from 'react'
import { hydrateRoot } from 'react-dom/client'
import { HydratedRouter } from 'react-router/dom'

const nonce = document.querySelector('script[nonce]')
if (nonce instanceof HTMLScriptElement && nonce.nonce) setNonce(nonce.nonce)

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  )
})
