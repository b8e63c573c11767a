import type { Component } from 'vue'
import type { ListName } from '~~/core/directory'

/** What an article is shown with besides the design itself: `ArticleProps`. */
export type Need = 'names' | 'directory' | 'version'

/** An article of Design: a page of its own, with its place in the outline. */
export interface Article {
  /** The end of its address. */
  path: string
  /** What it is called in the outline and over the page. */
  name: string
  /** Where it stands in the outline, among those of its part. */
  place: number
  /** The part of the outline that it is in, and what that is called; the outline itself if left out. */
  part?: { path: string; name: string; place: number }
  component: Component
  needs?: readonly Need[]
  /** What of the directory it chooses from: where it is missing there it is made from here. */
  chooses?: readonly ListName[]
  /** What else its component is told. */
  props?: Readonly<Record<string, unknown>>
  /** The page of one thing of the article, whose id follows its path. */
  each?: { component: Component; needs?: readonly Need[] }
  /** What the command line calls it, where that is more than its name. */
  note?: string
}

/** Triage is a part of its own, of several articles. */
export const TRIAGE = { path: 'triage', name: 'Triage', place: 30 } as const

/** Plans and checklists are a part of two articles. */
export const PLANS = { path: 'plans', name: 'Plans and checklists', place: 65 } as const
