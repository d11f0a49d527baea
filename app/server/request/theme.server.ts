import { createCookie } from 'react-router'

export type Theme = 'day' | 'night'
export const isTheme = (value: unknown): value is Theme => value === 'day' || value === 'night'

const YEAR_S = 31_536_000
export const themeCookie = createCookie('theme', {
  path: '/',
  maxAge: YEAR_S,
  sameSite: 'strict',
  httpOnly: true,
})

export async function themeOf(request: Request): Promise<Theme> {
  const value: unknown = await themeCookie.parse(request.headers.get('Cookie'))
  return isTheme(value) ? value : 'day'
}
