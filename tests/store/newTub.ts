import { programmeOf } from '@/core/programmes/programme'

export const newTub = {
  name: 'Deck',
  place: '',
  volumeLitres: 1000,
  volumeBasis: { by: 'figure', litres: 1000 } as const,
  programme: 'granular chlorine' as const,
  preset: 'full',
  targets: programmeOf('granular chlorine').presets[0].targets,
  fillWater: { source: 'town' } as const,
  setTemperatureCelsius: 38,
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' } as const,
  createdAt: 1,
}
