import * as z from 'zod/mini'

/**
 * Schemas are read step by step and not compiled: the policy of the page forbids to make code at run time, and a browser
 * reports even the attempt. Imported by what parses first in a page or a worker.
 */
z.config({ jitless: true })
