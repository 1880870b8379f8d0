import { expose } from 'comlink'
import { readTableFile } from './tableFile'

/** Reads a person's file beside the page: whatever is in it holds neither the page nor the server. */
const reader = { read: readTableFile }
export type SpreadsheetReader = typeof reader

expose(reader)
