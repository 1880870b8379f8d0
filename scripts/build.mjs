// Builds the sources as they are, where they have changed since the last build.
import { rebuilt } from './setUp.mjs'

rebuilt()
