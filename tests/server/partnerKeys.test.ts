import { describe, expect, it } from 'vitest'
import { fits, isSignedWith, newKeys, openOf, signatureOf, signBytes } from '../../server/partner/keys'

const bytes = (hex: string) => Buffer.from(hex, 'hex')

describe('signatures', () => {
  // RFC 8032, 7.1, tests 1 to 3 (secret key, public key, message, signature); from memory.
  it.each([
    [
      '9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60',
      'd75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a',
      '',
      'e5564300c360ac729086e2cc806e828a84877f1eb8e5d974d873e065224901555fb8821590a33bacc61e39701cf9b46bd25bf5f0595bbe24655141438e7a100b',
    ],
    [
      '4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb',
      '3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c',
      '72',
      '92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da085ac1e43e15996e458f3613d0f11d8c387b2eaeb4302aeeb00d291612bb0c00',
    ],
    [
      'c5aa8df43f9f837bedb7442f31dcb7b166d38535076f094b85ce3a2e0b4458f7',
      'fc51cd8e6218a1a38da47ed00230f0580816ed13ba3303ac5deb911548908025',
      'af82',
      '6291d657deec24024827e69c3abe01a30ce548a284743a445e3680d7db5ac3ac18ff9b538d16f290ae67f760984dc6594a7c15e9716ed28dc027beceea1ec40a',
    ],
  ])('are those of RFC 8032: %s', (secret, open, message, signature) => {
    const own = `whsk_${bytes(secret).toString('base64')}`
    const key = `whpk_${bytes(open).toString('base64')}`
    expect(openOf(own)).toBe(key)
    expect(signBytes(own, bytes(message)).toString('hex')).toBe(signature)
    expect(fits(key, bytes(message), bytes(signature))).toBe(true)
    expect(fits(key, bytes(`${message}00`), bytes(signature))).toBe(false)
  })

  it('hold for one message, its moment and one key, beside others in the header', () => {
    const [keys, others] = [newKeys(), newKeys()]
    const message = { id: 'm1', timestamp: 1_700_000_000, body: '{"a":1}' }
    const header = `v1,aaaa v1a,bbbb ${signatureOf(keys.own, message)}`
    expect(isSignedWith([others.open, keys.open], message, header)).toBe(true)
    expect(isSignedWith([others.open], message, header)).toBe(false)
    for (const other of [{ id: 'm2' }, { timestamp: 1 }, { body: '{"a":2}' }])
      expect(isSignedWith([keys.open], { ...message, ...other }, header)).toBe(false)
  })

  it('fit no key that is none, and are none of any length', () => {
    const message = { id: 'm1', timestamp: 1, body: '' }
    for (const open of ['', 'whpk_', 'whpk_AAAA', `whpk_${'A'.repeat(1e5)}`])
      expect(isSignedWith([open], message, `v1a,${'A'.repeat(88)}`)).toBe(false)
    expect(isSignedWith([newKeys().open], message, 'v1a,'.repeat(1e5))).toBe(false)
  })
})
