import * as z from 'zod';

/** Who may what, from most to least. */
export const ROLES = {
  owner: { name: 'owner', may: 'everything, people and prices too' },
  maker: { name: 'maker', may: 'orders, plans, the bench, moulds and colours' },
  packer: { name: 'packer', may: 'see everything; pack and send' },
  'looker-on': { name: 'looker-on', may: 'see everything, change nothing' },
} as const;
export type Role = keyof typeof ROLES;

const name = z.string().trim().min(1, 'Say who it is.').max(60, 'At most 60 letters.');
/** Letters a password has at least: long rather than odd (NIST SP 800-63B, §5.1.1). */
const SECRET = z
  .string()
  .min(10, 'A password has at least 10 letters.')
  .max(200, 'At most 200 letters.');
const pin = z.string().regex(/^\d{4,8}$/, 'A PIN is 4 to 8 digits.');

export const PersonSchema = z.object({
  name,
  role: z.enum(['owner', 'maker', 'packer', 'looker-on'], { error: 'Choose what they may.' }),
  /** set anew where it is given */
  secret: SECRET.optional(),
  /** null takes it away */
  pin: pin.nullable().optional(),
});
export const SignInSchema = z.object({ name: z.string().max(60), secret: z.string().max(200) });
export const PairSchema = z.object({ code: z.string().max(20), name });
export const HandSchema = z.object({
  person: z.number().int().positive(),
  pin: z.string().max(8).optional(),
});
