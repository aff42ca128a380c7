import type { Knex } from 'knex'

type Step = { readonly name: string; readonly up: (db: Knex) => Promise<void>; readonly down: (db: Knex) => Promise<void> }

/** In order; a step that has shipped is never changed, only followed by another. */
const STEPS: readonly Step[] = [
  {
    name: '001-classes-and-pieces',
    up: async (db) => {
      await db.schema.createTable('classes', (t) => {
        t.text('id').primary()
        t.text('name').notNullable()
        t.text('school').notNullable()
      })
      await db.schema.createTable('pieces', (t) => {
        t.text('id').primary()
        t.text('class_id').notNullable().references('classes.id')
        t.text('piece').notNullable()
        t.text('plan').notNullable()
        // What was brought in, kept as it came.
        t.text('source_name').notNullable()
        t.text('source_text').notNullable()
        // Counts saves: a save that was made on another version is refused.
        t.integer('version').notNullable()
        t.integer('created_at').notNullable()
        t.integer('changed_at').notNullable()
        t.integer('opened_at')
        t.integer('deleted_at')
        t.index(['class_id', 'deleted_at'])
      })
    },
    down: async (db) => {
      await db.schema.dropTable('pieces')
      await db.schema.dropTable('classes')
    },
  },
]

/** Migrations as a list in the program: the same under the server, the tests and the scripts. */
export const migrationSource: Knex.MigrationSource<Step> = {
  getMigrations: () => Promise.resolve([...STEPS]),
  getMigrationName: (s) => s.name,
  getMigration: (s) => Promise.resolve({ up: s.up, down: s.down }),
}
