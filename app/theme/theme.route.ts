import { data } from 'react-router'
import { isTheme, themeCookie } from '../server/request/theme.server'
import type { Route } from './+types/theme.route'

/** Remembers day or night. */
export async function action({ request }: Route.ActionArgs) {
  const theme = String((await request.formData()).get('theme'))
  if (!isTheme(theme)) return data({ ok: false }, { status: 400 })
  return data({ ok: true }, { headers: { 'Set-Cookie': await themeCookie.serialize(theme) } })
}
