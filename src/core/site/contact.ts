/** What a visitor fills in to write to the people behind a site. */
export const contactFields = ['name', 'email', 'message'] as const;
export type ContactField = (typeof contactFields)[number];

/** The most characters each may have. */
export const contactBounds: Record<ContactField, number> = { name: 120, email: 254, message: 5000 };

/** What can be wrong with one of them: nothing in it, too much, or no e-mail address. */
export type ContactFault = 'missing' | 'long' | 'email';

/** What a visitor wrote in a contact form, as it was read. */
export interface WrittenMessage {
  /** The block whose form it is. */
  block: string;
  given: Record<ContactField, string>;
  faults: Partial<Record<ContactField, ContactFault>>;
  /** Whether something is filled in that no person sees. */
  byMachine: boolean;
}

/** What a visitor wrote in a contact form of a page, and what became of it. */
export interface ContactState {
  /** The block whose form it is. */
  block: string;
  sent: boolean;
  given: Record<ContactField, string>;
  faults: Partial<Record<ContactField, ContactFault>>;
  /** Whether too many messages came from the same place for this one to be taken now. */
  tooMany?: boolean;
}

export const nothingWritten: Record<ContactField, string> = { name: '', email: '', message: '' };
