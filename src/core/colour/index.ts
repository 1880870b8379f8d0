/** What the other rooms may import of this folder. */
export {
  between,
  encoded,
  type Lab,
  type LinearRgb,
  labOf,
  linearOf,
  linearOfHex,
} from './colour'
