import { z } from 'zod'
import { libraryMessagesSchema } from '../messages/message'

/** What a library says by itself, in which languages; and whether that was looked for in what stands there. */
export const messagesViewSchema = libraryMessagesSchema.extend({ isRead: z.boolean() })
export type MessagesView = z.infer<typeof messagesViewSchema>
