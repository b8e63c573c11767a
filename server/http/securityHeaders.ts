/**
 * What every answer says to browsers: scripts are ours (by the nonce) and nobody else's, nothing is fetched from
 * elsewhere (so no article can carry somebody's picture that tells who reads it), nobody frames a page of the desk.
 * @param nonce new for each answer
 * @param isSecure whether it goes out over HTTPS, so that browsers can be told to stay with that
 */
export function securityHeaders(nonce: string, isSecure: boolean): Record<string, string> {
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    // The theme of the controls is written into the page, and widths and places into elements.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ]
  return {
    'content-security-policy': policy.join('; '),
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'same-origin',
    'permissions-policy': 'camera=(), geolocation=(), microphone=(), payment=(), usb=()',
    'cross-origin-opener-policy': 'same-origin',
    'x-frame-options': 'DENY',
    ...(isSecure && { 'strict-transport-security': 'max-age=31536000' }),
  }
}
