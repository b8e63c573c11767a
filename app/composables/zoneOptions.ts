const ZONES = Intl.supportedValuesOf('timeZone')

/**
 * Time zones to choose from, in words.
 * @param now one that is chosen already; it is among them whatever it is
 */
export const zoneOptions = (now?: string | null) =>
  (!now || ZONES.includes(now) ? ZONES : [now, ...ZONES]).map((value) => ({
    value,
    label: value.replaceAll('_', ' '),
  }))
