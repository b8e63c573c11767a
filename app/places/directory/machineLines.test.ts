import { describe, expect, it } from 'vitest'
import { machineLines } from './machineLines'

describe('machines as lines of a sheet', () => {
  it.each([
    [
      'Gate scanner\tHallmark\tG4\tH-101',
      { name: 'Gate scanner', maker: 'Hallmark', model: 'G4', serial: 'H-101' },
    ],
    ['Till; Saltern; ; S-9', { name: 'Till', maker: 'Saltern', serial: 'S-9' }],
    ['Fog horn', { name: 'Fog horn' }],
    ['"Mast, tall",Petrel', { name: 'Mast, tall', maker: 'Petrel' }],
  ])('“%s”', (line, machine) => expect(machineLines(line)).toEqual([machine]))

  it('are as many as there are lines that name something', () => {
    expect(machineLines(' \n')).toEqual([])
    expect(machineLines('Till\tA\r\n\r\n\tB\r\nRadio\tC\r\n').map((one) => one.name)).toEqual([
      'Till',
      'Radio',
    ])
  })
})
