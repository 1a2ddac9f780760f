import { fail } from '../auth/failure'

/** Says that another job brings source into a library: the store lets one a library run at a time. */
export const failBusy = ({ title }: { title: string }): never =>
  fail(
    409,
    'busy',
    `Source is being brought into ${title} just now.`,
    'Wait until that has ended, or cancel it.',
  )
