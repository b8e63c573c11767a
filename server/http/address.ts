import { getHeader, type H3Event } from 'h3'
import ipaddr from 'ipaddr.js'
import { listed, settings } from '../base/settings'

type Range = [ipaddr.IPv4 | ipaddr.IPv6, number]

/**
 * Proxies whose word is taken about where a request comes from: addresses or networks in YARE_TRUSTED_PROXIES, such as
 * `127.0.0.1 10.0.0.0/8`. Where nothing is set, a proxy on this machine is trusted and none besides.
 */
function trustedProxies(): Range[] {
  const said = settings().YARE_TRUSTED_PROXIES
  if (said === 'none') return []
  return listed(said).map((one): Range => {
    if (one.includes('/')) return ipaddr.parseCIDR(one) as Range
    const address = ipaddr.process(one)
    return [address, address.kind() === 'ipv4' ? 32 : 128]
  })
}

function parsed(text: string | undefined) {
  try {
    return ipaddr.process((text ?? '').trim().replace(/^\[|\]$/g, ''))
  } catch {
    return undefined
  }
}

const isTrusted = (address: ipaddr.IPv4 | ipaddr.IPv6, proxies: Range[]) =>
  proxies.some(
    ([network, bits]) => network.kind() === address.kind() && address.match([network, bits] as never),
  )

/**
 * Where a request comes from: who is on the other end of the wire, or whom the proxies that are trusted name. What a
 * stranger writes into the header before the first proxy of ours counts for nothing. Of IPv6 it is the network of 64
 * bits, since a machine has as many addresses in it as it likes.
 * @param forwarded the header X-Forwarded-For, oldest first
 */
export function originOf(remote: string | undefined, forwarded: string | undefined): string {
  const proxies = trustedProxies()
  let address = parsed(remote)
  if (!address) return 'unknown'
  for (const hop of (forwarded ?? '').split(',').reverse()) {
    if (!isTrusted(address, proxies)) break
    const next = parsed(hop)
    if (!next) break
    address = next
  }
  if (address.kind() === 'ipv4') return address.toString()
  const parts = (address as ipaddr.IPv6).parts.slice(0, 4)
  return `${parts.map((one) => one.toString(16)).join(':')}::/64`
}

/** Where a request comes from, for limits. */
export function addressOf(event: H3Event): string {
  const { req } = event.node
  return originOf(remoteOf(req) ?? req.socket?.remoteAddress, getHeader(event, 'x-forwarded-for'))
}

/**
 * A page that is drawn on the server asks without a wire between; whom it is drawn for stands in what it was asked with.
 * Nothing that comes over a wire has this.
 */
function remoteOf(req: object): string | undefined {
  const outer = (req as { __unenv__?: { remote?: unknown } }).__unenv__?.remote
  return typeof outer === 'string' ? outer : undefined
}
