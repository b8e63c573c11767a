import { lookup } from 'node:dns/promises'
import { request as plainRequest } from 'node:http'
import { request as secureRequest } from 'node:https'
import { isIP, type LookupFunction } from 'node:net'
import ipaddr from 'ipaddr.js'
import { messageOf } from '../../core/error/messageOf'
import { listed, settings } from '../base/settings'
import { oneAt } from '../../core/lookup'

export interface Answer {
  status: number
  text: string
  /** Its media type; empty where it says none. */
  type: string
  /** There was more of it than was read. */
  isCut: boolean
}

const MOST_WAITING = 8000
/** So many characters of an answer are read, unless more are wanted. */
const MOST_READ = 200
/** The whole call, from looking up its name to the last word of the answer; who drips is not waited for. */
const MOST_IN_ALL = 15_000

/** Whether an address lies in the open internet, and not in this machine or the networks around it. */
export function isPublic(address: string): boolean {
  const parsed = ipaddr.process(address)
  return parsed.range() === 'unicast'
}

/** Addresses in private networks that may be called all the same: hosts in YARE_PRIVATE_CALLS, or `all`. */
function isAllowed(host: string): boolean {
  const allowed = listed(settings().YARE_PRIVATE_CALLS)
  return allowed.includes('all') || allowed.includes(host)
}

/** A host of the sample world is the stand-in that ships with the application, wherever it listens. */
function reachedAt(url: string): { url: string; isStandIn: boolean } {
  const { hostname, pathname } = new URL(url)
  if (!hostname.endsWith('.standin.localhost')) return { url, isStandIn: false }
  return { url: `${settings().GATEWAY_URL}${pathname}`, isStandIn: true }
}

/** Where a name points to. @throws Error where nothing may be called, or nobody knows the name */
async function callable(url: string, isStandIn: boolean) {
  const { hostname, host } = new URL(url)
  const name = hostname.replace(/^\[|\]$/g, '')
  const addresses = isIP(name) ? [{ address: name, family: isIP(name) }] : await lookup(name, { all: true })
  if (!isStandIn && !isAllowed(host) && !addresses.every((one) => isPublic(one.address)))
    throw new Error(
      `${hostname} is in a private network, which is not called unless YARE_PRIVATE_CALLS names it`,
    )
  return addresses
}

/** Why an address cannot be called; nothing where it can. It is looked at again with each call. */
export async function mayCall(wanted: string): Promise<string | undefined> {
  const { url, isStandIn } = reachedAt(wanted)
  try {
    await callable(url, isStandIn)
    return undefined
  } catch (error) {
    return messageOf(error)
  }
}

/**
 * Calls another system by POST. The address is looked up once and that very address is called, so that a name cannot
 * point into the own network the second time it is asked. No redirection is followed.
 * @param within milliseconds that all of it may take, and how many characters of the answer are read
 * @throws Error when it cannot be reached, takes too long, or lies where nothing may be called
 */
export async function callOut(
  wanted: string,
  body: string,
  headers: Record<string, string>,
  { within = MOST_IN_ALL, read = MOST_READ }: { within?: number; read?: number } = {},
): Promise<Answer> {
  const { url, isStandIn } = reachedAt(wanted)
  const { protocol } = new URL(url)
  const addresses = await callable(url, isStandIn)
  const pinned: LookupFunction = (_, options, done) =>
    options.all ? done(null, addresses) : done(null, oneAt(addresses, 0).address, oneAt(addresses, 0).family)
  const request = protocol === 'https:' ? secureRequest : plainRequest
  return new Promise((resolve, reject) => {
    const calling = request(
      url,
      {
        method: 'POST',
        headers: { ...headers, 'content-length': Buffer.byteLength(body) },
        lookup: pinned,
        timeout: MOST_WAITING,
      },
      (response) => {
        let text = ''
        response.setEncoding('utf8')
        const type = (response.headers['content-type'] ?? '').split(';')[0]!.trim().slice(0, 80)
        let isCut = false
        const answered = () => resolve({ status: response.statusCode ?? 0, text, type, isCut })
        response.on('data', (part: string) => {
          text += part
          // Nobody reads more of it, so no more of it is taken.
          if (text.length <= read) return
          text = text.slice(0, read)
          isCut = true
          answered()
          calling.destroy()
        })
        response.on('end', answered)
        response.on('error', reject)
      },
    )
    const limit = setTimeout(
      () => calling.destroy(new Error(`it took longer than ${within / 1000} seconds`)),
      within,
    )
    calling.on('close', () => clearTimeout(limit))
    calling.on('timeout', () => calling.destroy(new Error('it did not answer in time')))
    calling.on('error', reject)
    calling.end(body)
  })
}
