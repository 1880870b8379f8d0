import { lookAtCopy } from '@/server/exchange/yourData'
import { takeUpload } from '../upload'

/** A copy is sent to be looked at; nothing is restored before somebody has said so. */
export const POST = (request: Request) => takeUpload(request, (upload) => lookAtCopy({ upload }))
