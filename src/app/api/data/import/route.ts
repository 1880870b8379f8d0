import { lookAtExport } from '@/server/exchange/yourData'
import { takeUpload } from '../upload'

/** An export is sent to be looked at; nothing is imported before somebody has said so. */
export const POST = (request: Request) => takeUpload(request, lookAtExport)
