'use client'

import { useEffect, useState } from 'react'
import { duration } from '@/words/words'

/** The alarm for a tub without a filter; its clock runs on. */
export const NoFilter = ({ since, renderedAt }: { since: number; renderedAt: number }) => {
  const [now, setNow] = useState(renderedAt)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 20_000)
    return () => clearInterval(timer)
  }, [])
  return (
    <p role="alert" className="safety mt-3 max-w-[62ch] text-madder">
      There’s been no filter in the tub for {duration(now - since)}. Keep the pump off until one is
      in: anything it draws in now reaches the pump and heater.
    </p>
  )
}
