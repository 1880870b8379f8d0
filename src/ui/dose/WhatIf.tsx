'use client'

import { useMemo, useState } from 'react'
import {
  addProduct,
  HOUR,
  journeyTo,
  PRODUCTS,
  type ProductName,
  readWater,
  roundToMeasure,
  type Water,
} from '@/core'
import { type DisplayPreferences, dose, duration, formatNumber, list } from '@/words/words'
import type { MapPoint } from './mapFrame'

/** g per 1000 L: as far as the panel's slider reaches. */
const MOST_PER_CUBIC_METRE = 150

const journeyWords = (
  water: Water,
  point: MapPoint,
  litres: number,
  preferences: DisplayPreferences,
): string => {
  const journey = journeyTo(water, point.pH, point.totalAlkalinityPpm, litres)
  if (!journey) return 'No real water gives these readings.'
  const { bicarbonateGrams, sodaAshGrams, dryAcidGrams, airHours } = journey
  const doses = (
    [
      ['sodium bicarbonate', bicarbonateGrams],
      ['sodium carbonate', sodaAshGrams],
      ['sodium bisulfate', dryAcidGrams],
    ] as const
  ).flatMap(([product, grams]) =>
    grams < litres / 1000
      ? []
      : [
          `${dose(product, roundToMeasure(product, grams), preferences)} ${PRODUCTS[product].commonName}`,
        ],
  )
  if (airHours === undefined) return 'Air alone would never get it there.'
  if (airHours > 0.02) doses.push(`about ${duration(airHours * HOUR)} of jets and air`)
  if (doses.length === 0) return 'Nothing: the water is already there.'
  return `It would take ${list(doses)}. Split large amounts, with a test in between.`
}

/** What it would take to be at the ring, what a dose would do, and what the plan would be had the test read otherwise. */
export const WhatIf = ({
  water,
  here,
  litres,
  products,
  point,
  onPoint,
  supposed,
  onSuppose,
  bounds,
  preferences,
}: {
  water: Water
  here: MapPoint
  litres: number
  products: readonly ProductName[]
  point: MapPoint | undefined
  onPoint: (point: MapPoint | undefined) => void
  supposed: MapPoint | undefined
  onSuppose: (point: MapPoint | undefined) => void
  bounds: { pH: readonly [number, number]; alkalinity: readonly [number, number] }
  preferences: DisplayPreferences
}) => {
  const [product, setProduct] = useState<ProductName>(products[0] ?? 'sodium bicarbonate')
  const [grams, setGrams] = useState(0)
  const words = useMemo(
    () => (point ? journeyWords(water, point, litres, preferences) : ''),
    [water, point, litres, preferences],
  )
  const added = useMemo(
    () => (grams > 0 ? readWater(addProduct(water, product, grams, litres)) : undefined),
    [water, product, grams, litres],
  )
  const suppose = (change: Partial<MapPoint>) => onSuppose({ ...here, ...change })
  const most = (MOST_PER_CUBIC_METRE * litres) / 1000
  return (
    <div className="small mt-2">
      <p role="status" className="min-h-[2.8em] max-w-[60ch] print:hidden">
        {point ? (
          <>
            <b>
              At {formatNumber(point.totalAlkalinityPpm, 0, preferences)} ppm, pH{' '}
              {formatNumber(point.pH, 2, preferences)}.
            </b>{' '}
            {words}{' '}
            <button type="button" className="quiet min-h-0" onClick={() => onPoint(undefined)}>
              Reset
            </button>
          </>
        ) : (
          <span className="text-muted">
            Drag the copper ring to see what it would take to get there.
          </span>
        )}
      </p>
      <details className="print:hidden">
        <summary className="quiet">Try another dose or reading</summary>
        <div className="mt-2 grid gap-4 sm:grid-cols-2">
          <div>
            <label htmlFor="what-if-product" className="mb-1 block font-medium text-[15px]">
              If I add
            </label>
            <select
              id="what-if-product"
              className="field"
              value={product}
              onChange={(event) => {
                setProduct(event.target.value as ProductName)
                setGrams(0)
                onPoint(undefined)
              }}
            >
              {products.map((one) => (
                <option key={one} value={one}>
                  {PRODUCTS[one].commonName}
                </option>
              ))}
            </select>
            <input
              type="range"
              aria-label={`Amount of ${PRODUCTS[product].commonName}`}
              aria-valuetext={dose(product, grams, preferences)}
              min={0}
              max={Math.round(most)}
              step={Math.max(1, Math.round(most / 150))}
              value={grams}
              onChange={(event) => {
                const next = Number(event.target.value)
                setGrams(next)
                const { pH, totalAlkalinityPpm } = readWater(
                  addProduct(water, product, next, litres),
                )
                onPoint(next > 0 ? { pH, totalAlkalinityPpm } : undefined)
              }}
              className="mt-2 h-11 w-full accent-copper"
            />
            <p className="tabular">
              {dose(product, grams, preferences)}
              {added && (
                <>
                  {' '}
                  → pH <b>{formatNumber(added.pH, 2, preferences)}</b>, alkalinity{' '}
                  <b>{formatNumber(added.totalAlkalinityPpm, 0, preferences)}</b>, hardness{' '}
                  <b>{formatNumber(added.calciumHardnessPpm, 0, preferences)}</b>
                </>
              )}
            </p>
          </div>
          <div>
            <p className="font-medium text-[15px]">If the test had shown</p>
            {(
              [
                ['pH', 'pH', bounds.pH, 0.02, 2],
                ['totalAlkalinityPpm', 'Alkalinity', bounds.alkalinity, 1, 0],
              ] as const
            ).map(([name, label, [low, high], by, decimals]) => (
              <label key={name} className="grid grid-cols-[76px_1fr_48px] items-center gap-2">
                {label}
                <input
                  type="range"
                  min={Math.max(name === 'pH' ? 6.6 : 10, low)}
                  max={high}
                  step={by}
                  value={here[name]}
                  onChange={(event) => suppose({ [name]: Number(event.target.value) })}
                  className="h-11 w-full accent-copper"
                />
                <b className="tabular text-right">
                  {formatNumber(here[name], decimals, preferences)}
                </b>
              </label>
            ))}
            {supposed && (
              <button type="button" className="quiet" onClick={() => onSuppose(undefined)}>
                Back to the test
              </button>
            )}
          </div>
        </div>
      </details>
    </div>
  )
}
