import type { Card } from './types'

/** The private link of a card as people know it ('' without one): the browser that makes PDFs asks this server by another name. */
export function addressOf(card: Pick<Card, 'address' | 'link'>): string {
  if (!card.link) return ''
  return location.hostname === '127.0.0.1' && card.address ? card.address : `${location.origin}${card.link.path}`
}

/** The key behind the # of a letter's link, where no server's log and no other page sees it. */
export const linkKey = (): string => decodeURIComponent(location.hash.slice(1))
