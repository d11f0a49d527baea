import { join } from 'node:path'
import { must } from './programs'

/**
 * An authority of the test's own with a server's certificate of that DNS name and a client's, and another authority that
 * signed neither.
 */
export function certificates(folder: string, name: string): void {
  const at = (file: string) => join(folder, file)
  const request = (key: string, out: string, subject: string) => [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2'],
    ...['-keyout', at(key), '-out', at(out), '-subj', `/CN=${subject}`],
  ]
  const signed = ['-CA', at('ca.pem'), '-CAkey', at('ca.key')]
  must('openssl', request('ca.key', 'ca.pem', 'yard ca'))
  must('openssl', request('elsewhere.key', 'elsewhere.pem', 'another ca'))
  must('openssl', [
    ...request('server.key', 'server.pem', name),
    ...signed,
    ...['-addext', `subjectAltName=DNS:${name}`, '-addext', 'extendedKeyUsage=serverAuth'],
  ])
  must('openssl', [
    ...request('client.key', 'client.pem', 'printer'),
    ...signed,
    ...['-addext', 'extendedKeyUsage=clientAuth'],
  ])
}
