import { FORECAST_TOPIC } from './forecastTopic'
import { PLAN_TOPIC } from './planTopic'
import { PRODUCT_TOPICS } from './productTopics'
import { STRIP_TOPIC } from './stripTopic'
import { TODAY_TOPIC } from './todayTopic'
import type { LateTopic, Topic } from './topic'
import { TROUBLE_TOPIC } from './troubleTopic'
import { TUB_TOPICS } from './tubTopics'
import { WATER_TOPICS } from './waterTopics'

export const TOPICS: Record<string, Topic> = {
  ...WATER_TOPICS,
  ...PRODUCT_TOPICS,
  ...TUB_TOPICS,
  plan: PLAN_TOPIC,
  forecast: FORECAST_TOPIC,
  today: TODAY_TOPIC,
  trouble: TROUBLE_TOPIC,
}

export const LATE_TOPICS: Record<string, LateTopic> = { strip: STRIP_TOPIC }
