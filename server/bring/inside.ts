import { lookup } from 'node:dns/promises'
import { BlockList, isIP } from 'node:net'

/**
 * Addresses that are not the public internet: this machine, private and shared networks, link-local,
 * those set aside for tests and documents, multicast, broadcast, and the ways of writing an IPv4 address
 * inside an IPv6 one. From the registries of special-purpose addresses (RFC 6890 and its updates).
 */
const [inside4, inside6] = [new BlockList(), new BlockList()]
const v4: [string, number][] = [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.31.196.0', 24],
  ['192.52.193.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['192.175.48.0', 24],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
]
// outside 2000::/3 nothing is given out; what in it is special stands beside it
const v6: [string, number][] = [
  ['::', 3],
  ['4000::', 2],
  ['8000::', 1],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['2620:4f:8000::', 48],
  ['3fff::', 20],
]
for (const [address, bits] of v4) inside4.addSubnet(address, bits, 'ipv4')
for (const [address, bits] of v6) inside6.addSubnet(address, bits, 'ipv6')

/** Whether an address, as text, lies inside; what is no address does. */
export function isInside(address: string): boolean {
  const plain = address.replace(/^\[|\]$/g, '').replace(/%.*$/, '')
  const version = isIP(plain)
  if (version === 4) return inside4.check(plain, 'ipv4')
  return version === 0 || inside6.check(plain, 'ipv6')
}

/** The addresses a host has now; none where it has no name that is known. */
export async function addressesOf(host: string): Promise<string[]> {
  const plain = host.replace(/^\[|\]$/g, '')
  if (isIP(plain)) return [plain]
  const found = await lookup(plain, { all: true }).catch(() => [])
  return found.map((entry) => entry.address)
}
