import type { Knex } from 'knex'
import { upgraded } from '@/core/piece/piece'
import { keepAsChanges, planWithSettings, summarised } from './before'

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
  {
    name: '002-class-settings',
    up: async (db) => {
      await db.schema.alterTable('classes', (t) => {
        // Null: nothing has been said about the class yet.
        t.text('settings')
        t.integer('version').notNullable().defaultTo(1)
      })
      const rows = (await db('pieces').select('id', 'plan')) as { id: string; plan: string }[]
      for (const { id, plan } of rows)
        await db('pieces')
          .where({ id })
          .update({ plan: planWithSettings(plan) })
    },
    down: async (db) => {
      await db.schema.alterTable('classes', (t) => {
        t.dropColumn('settings')
        t.dropColumn('version')
      })
    },
  },
  {
    name: '003-piece-version-2',
    up: async (db) => {
      const rows = (await db('pieces').select('id', 'piece')) as { id: string; piece: string }[]
      for (const { id, piece } of rows)
        await db('pieces')
          .where({ id })
          .update({ piece: JSON.stringify(upgraded(JSON.parse(piece))) })
    },
    // The other way would lose what version 1 could not say.
    down: () => Promise.resolve(),
  },
  {
    name: '004-originals-and-history',
    up: async (db) => {
      await db.schema.createTable('originals', (t) => {
        t.text('id').primary()
        t.text('name').notNullable()
        t.binary('bytes').notNullable()
        t.integer('created_at').notNullable()
      })
      await db.schema.alterTable('pieces', (t) => {
        // The file that the piece came in, byte for byte; several pieces may have come in one.
        t.text('original_id').references('originals.id')
      })
      await db.schema.createTable('piece_versions', (t) => {
        t.text('piece_id').notNullable().references('pieces.id')
        t.integer('version').notNullable()
        // Null: as in the version before.
        t.text('piece')
        t.text('source_text')
        t.text('plan').notNullable()
        t.integer('saved_at').notNullable()
        t.primary(['piece_id', 'version'])
      })
      type Row = { id: string; piece: string; plan: string; source_name: string; source_text: string; version: number; changed_at: number }
      const rows = (await db('pieces').select()) as Row[]
      for (const r of rows) {
        await db('originals').insert({ id: r.id, name: r.source_name, bytes: Buffer.from(r.source_text, 'utf8'), created_at: r.changed_at })
        await db('pieces').where({ id: r.id }).update({ original_id: r.id })
        await db('piece_versions').insert({
          piece_id: r.id,
          version: r.version,
          piece: r.piece,
          source_text: r.source_text,
          plan: r.plan,
          saved_at: r.changed_at,
        })
        // What was not typed has no text of its own: its file is among the originals now.
        if (!r.source_name.toLowerCase().endsWith('.abc')) await db('pieces').where({ id: r.id }).update({ source_text: '' })
      }
    },
    down: async (db) => {
      await db.schema.dropTable('piece_versions')
      await db.schema.alterTable('pieces', (t) => t.dropColumn('original_id'))
      await db.schema.dropTable('originals')
    },
  },
  {
    name: '005-safe-keeping',
    up: async (db) => {
      await db.schema.createTable('passphrases', (t) => {
        t.text('id').primary()
        t.text('hash').notNullable()
        t.integer('changed_at').notNullable()
      })
      await db.schema.createTable('sessions', (t) => {
        t.text('token_hash').primary()
        t.integer('created_at').notNullable()
        t.integer('seen_at').notNullable()
        t.integer('expires_at').notNullable()
      })
      await db.schema.alterTable('classes', (t) => {
        // The window that saved last: it may save again over a version that it has not heard of.
        t.text('saved_by')
        t.integer('saved_seq').notNullable().defaultTo(0)
      })
      // Notes and plans stand apart, so that listing the shelf reads neither and a pin does not write the notes anew.
      await db.schema.createTable('notes', (t) => {
        t.text('piece_id').primary().references('pieces.id')
        t.text('piece').notNullable()
        t.text('source_text').notNullable()
      })
      await db.schema.createTable('plans', (t) => {
        t.text('piece_id').primary().references('pieces.id')
        t.text('plan').notNullable()
      })
      await db.schema.createTable('previews', (t) => {
        t.text('piece_id').primary().references('pieces.id')
        t.text('key').notNullable()
        t.text('dots').notNullable()
      })
      await db.schema.createTable('kept_versions', (t) => {
        t.text('piece_id').notNullable().references('pieces.id')
        t.integer('version').notNullable()
        t.integer('saved_at').notNullable()
        // Whether notes or title differ from the version before.
        t.integer('notes').notNullable()
        t.text('name')
        // 1: the whole state; 0: what changed since the version before. See states.ts.
        t.integer('whole').notNullable()
        t.binary('body').notNullable()
        t.primary(['piece_id', 'version'])
      })
      await db.schema.alterTable('pieces', (t) => {
        t.text('saved_by')
        t.integer('saved_seq').notNullable().defaultTo(0)
        t.text('title').notNullable().defaultTo('')
        t.text('summary')
        t.text('search').notNullable().defaultTo('')
      })
      await db.raw('INSERT INTO notes SELECT id, piece, source_text FROM pieces')
      await db.raw('INSERT INTO plans SELECT id, plan FROM pieces')
      const ids = (await db('pieces').select('id')) as { id: string }[]
      for (const { id } of ids) {
        await db('pieces')
          .where({ id })
          .update(summarised(((await db('notes').where({ piece_id: id }).first('piece')) as { piece: string }).piece))
        await keepAsChanges(db, id)
      }
      await db.schema.dropTable('piece_versions')
      await db.schema.renameTable('kept_versions', 'piece_versions')
      for (const column of ['piece', 'plan', 'source_text']) await db.raw('ALTER TABLE pieces DROP COLUMN ??', [column])
    },
    // The other way would lose what was kept since.
    down: () => Promise.resolve(),
  },
  {
    name: '006-what-was-done',
    // What a version changed, in the words in which it could be undone; of older ones nobody knows.
    up: (db) =>
      db.schema.alterTable('piece_versions', (t) => {
        t.string('said', 400).notNullable().defaultTo('')
      }),
    down: (db) => db.schema.alterTable('piece_versions', (t) => t.dropColumn('said')),
  },
  {
    name: '007-demonstration',
    // A class that was made up for looking at, until somebody starts one of their own in its place.
    up: async (db) => {
      await db.schema.alterTable('classes', (t) => {
        t.integer('demo').notNullable().defaultTo(0)
      })
      // The id that only the demonstration has been given.
      await db('classes').where({ id: 'tuesday-strings' }).update({ demo: 1 })
    },
    down: (db) => db.schema.alterTable('classes', (t) => t.dropColumn('demo')),
  },
  {
    name: '008-practice',
    up: async (db) => {
      await db.schema.createTable('records', (t) => {
        t.text('id').primary()
        t.text('piece_id').notNullable().references('pieces.id')
        t.text('what').notNullable()
        t.text('target').notNullable()
        t.text('seat')
        t.text('student').notNullable()
        t.text('day').notNullable()
        t.integer('clean').notNullable()
        t.integer('slips').notNullable()
        t.integer('tempo')
        t.float('minutes').notNullable()
        t.integer('at').notNullable()
        t.index(['piece_id', 'day'])
      })
      await db.schema.createTable('aims', (t) => {
        t.text('id').primary()
        t.text('piece_id').notNullable().references('pieces.id')
        t.text('seat').notNullable()
        t.text('student').notNullable()
        t.text('from').notNullable()
        t.text('to').notNullable()
        t.text('string').notNullable()
        t.integer('up').notNullable()
        t.text('heard').notNullable()
        t.float('cents')
        t.text('day').notNullable()
        t.integer('at').notNullable()
        t.index(['piece_id'])
      })
      // What a class's plan is made from; the plan itself is computed, never stored.
      await db.schema.createTable('practice', (t) => {
        t.text('class_id').primary().references('classes.id')
        t.text('settings').notNullable()
        t.integer('version').notNullable()
      })
    },
    down: async (db) => {
      for (const table of ['practice', 'aims', 'records']) await db.schema.dropTable(table)
    },
  },
  {
    name: '009-aims at notes',
    // A try may be at a note where the hand stays: by its finger. Those from before were at shifts.
    up: (db) => db.schema.alterTable('aims', (t) => t.text('finger').notNullable().defaultTo('')),
    down: (db) => db.schema.alterTable('aims', (t) => t.dropColumn('finger')),
  },
  {
    name: '010-several-classes',
    // A piece may stand on the shelves of several classes; one class is open, the one that was opened last. What was practised
    // is of a class: the same piece is learned by another one by itself.
    up: async (db) => {
      await db.schema.alterTable('classes', (t) => {
        t.integer('opened_at').notNullable().defaultTo(0)
        t.integer('removed_at')
      })
      await db.schema.createTable('shelves', (t) => {
        t.text('class_id').notNullable().references('classes.id')
        t.text('piece_id').notNullable().references('pieces.id')
        t.primary(['class_id', 'piece_id'])
        t.index(['piece_id'])
      })
      await db.raw('INSERT INTO shelves SELECT class_id, id FROM pieces')
      for (const table of ['records', 'aims']) {
        await db.schema.alterTable(table, (t) => t.text('class_id').notNullable().defaultTo(''))
        await db.raw('UPDATE ?? SET class_id = (SELECT class_id FROM pieces WHERE pieces.id = piece_id)', [table])
      }
    },
    down: async (db) => {
      for (const table of ['records', 'aims']) await db.schema.alterTable(table, (t) => t.dropColumn('class_id'))
      await db.schema.dropTable('shelves')
      await db.schema.alterTable('classes', (t) => t.dropColumn('removed_at'))
      await db.schema.alterTable('classes', (t) => t.dropColumn('opened_at'))
    },
  },
  {
    name: '011-links',
    // Links of students to their own pages. The token stands as it is: the teacher prints it again, and who reads the data
    // file has everything that it leads to.
    up: async (db) => {
      await db.schema.createTable('links', (t) => {
        t.text('id').primary()
        t.text('class_id').notNullable().references('classes.id')
        t.text('student_id').notNullable()
        t.text('token').notNullable().unique()
        t.integer('created_at').notNullable()
        t.integer('expires_at').notNullable()
        t.integer('withdrawn_at')
        t.index(['class_id', 'student_id'])
      })
    },
    down: async (db) => {
      await db.schema.dropTable('links')
    },
  },
  {
    name: '012-handouts',
    // What was printed, byte for byte, with all that it was made of. It outlives its piece and its class: paper does too.
    up: async (db) => {
      await db.schema.createTable('handouts', (t) => {
        t.text('id').primary()
        t.text('class_id').notNullable()
        t.text('piece_id').notNullable()
        t.text('name').notNullable()
        t.text('title').notNullable()
        t.integer('made_at').notNullable()
        t.text('engine').notNullable()
        t.text('asked').notNullable()
        t.text('source').notNullable()
        t.text('map').notNullable()
        t.binary('bytes').notNullable()
        t.index(['class_id', 'piece_id'])
      })
    },
    down: async (db) => {
      await db.schema.dropTable('handouts')
    },
  },
  {
    name: '013-answers',
    // Answers to questions of reading. They are of a class and lean on no piece.
    up: async (db) => {
      await db.schema.createTable('answers', (t) => {
        t.text('id').primary()
        t.text('class_id').notNullable().references('classes.id')
        t.text('seat').notNullable()
        // Empty: all of the seat together.
        t.text('student').notNullable()
        t.text('item').notNullable()
        t.text('kind').notNullable()
        t.text('note').notNullable()
        t.integer('right').notNullable()
        t.text('mistake')
        t.text('as').notNullable()
        t.integer('ms').notNullable()
        t.integer('at').notNullable()
        t.index(['class_id', 'student', 'at'])
      })
    },
    down: async (db) => {
      await db.schema.dropTable('answers')
    },
  },
  {
    name: '014-by-class-and-clock',
    // A piece is drawn as each class has it; the drawings are made anew. And answers say when they came, by the clock here.
    up: async (db) => {
      await db.schema.dropTable('previews')
      await db.schema.createTable('previews', (t) => {
        t.text('class_id').notNullable().references('classes.id')
        t.text('piece_id').notNullable().references('pieces.id')
        t.text('key').notNullable()
        t.text('dots').notNullable()
        t.primary(['class_id', 'piece_id'])
        t.index('piece_id')
      })
      await db.schema.alterTable('answers', (t) => {
        t.integer('kept_at').notNullable().defaultTo(0)
      })
      await db('answers').update({ kept_at: db.ref('at') })
    },
    down: async (db) => {
      await db.schema.alterTable('answers', (t) => {
        t.dropColumn('kept_at')
      })
      await db.schema.dropTable('previews')
      await db.schema.createTable('previews', (t) => {
        t.text('piece_id').primary().references('pieces.id')
        t.text('key').notNullable()
        t.text('dots').notNullable()
      })
    },
  },
]

/** The names of the steps that this program knows. */
export const migrationNames: readonly string[] = STEPS.map((s) => s.name)

/** Migrations as a list in the program: the same under the server, the tests and the scripts. */
export const migrationSource: Knex.MigrationSource<Step> = {
  getMigrations: () => Promise.resolve([...STEPS]),
  getMigrationName: (s) => s.name,
  getMigration: (s) => Promise.resolve({ up: s.up, down: s.down }),
}
