export { namesOf, type Names } from '~~/core/design'

export interface DirectoryPage {
  people: {
    id: string
    name: string
    mail: string
    role: string
    active: boolean
    teams: string[]
    organisation?: string
    site?: string
    priority?: string
    department?: string
    skills?: string[]
    capacity?: number
  }[]
  teams: { id: string; name: string; lead?: string }[]
  sites: {
    id: string
    name: string
    zone: string
    organisation: string
    calendar: string
    priority?: string
    manager?: string
  }[]
  organisations: { id: string; name: string }[]
  agreements: {
    number: number
    organisation: string
    cover: string
    starts: number
    ends: number
    calendar?: string
  }[]
}
