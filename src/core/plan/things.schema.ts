import * as z from 'zod/mini'
import { THING_KINDS } from './things'

export const thingSchema = z.templateLiteral([z.enum(THING_KINDS), ':', z.string().check(z.minLength(1), z.maxLength(30))])
