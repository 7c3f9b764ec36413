/**
 * Where this browser seems to be, proposed and said on the first screen: never trusted, always changeable.
 */

export interface Place {
  country: string
  zone: string
  language: string
}

/** Country from the browser's language tags (region subtag), zone and language as the browser states them. */
export function placeFrom(languages: readonly string[], zone: string): Place {
  let country = ''
  for (const tag of languages) {
    const region = tag
      .split('-')
      .slice(1)
      .find((part) => /^[A-Z]{2}$/i.test(part))
    if (region) {
      country = region.toUpperCase()
      break
    }
  }
  return {
    country: country || countryOfZone(zone),
    zone: zone || 'UTC',
    language: (languages[0] ?? 'en').split('-')[0] ?? 'en',
  }
}

const ZONES: Record<string, string> = {
  'Europe/London': 'GB',
  'Europe/Dublin': 'IE',
  'Europe/Lisbon': 'PT',
  'Europe/Madrid': 'ES',
  'Europe/Paris': 'FR',
  'Europe/Berlin': 'DE',
  'Europe/Amsterdam': 'NL',
  'Europe/Rome': 'IT',
  'Atlantic/Cape_Verde': 'CV',
}
const countryOfZone = (zone: string): string => ZONES[zone] ?? ''
