import Joi from 'joi'
import { text } from './fields'

const rate = () => Joi.number().min(0.1).max(100_000).allow(null).default(null)

/** What comes into the site: in words, down and up in Mbit/s. */
export const feed = Joi.object({ words: text(200), downMbps: rate(), upMbps: rate() })
