/** Append only: what has been released is never edited. Applied in order under PRAGMA user_version. */
export const MIGRATIONS: readonly { id: number; sql: string }[] = [
  {
    id: 1,
    sql: `
      CREATE TABLE site (
        id TEXT PRIMARY KEY,
        header TEXT NOT NULL CHECK (json_valid(header)),
        revision INTEGER NOT NULL DEFAULT 1,
        created_at TEXT NOT NULL,
        updated_at TEXT NOT NULL,
        deleted_at TEXT
      ) STRICT;

      CREATE TABLE plan_record (
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        collection TEXT NOT NULL,
        id TEXT NOT NULL,
        position INTEGER NOT NULL,
        body TEXT NOT NULL CHECK (json_valid(body)),
        PRIMARY KEY (site_id, collection, id)
      ) STRICT, WITHOUT ROWID;

      CREATE TABLE change_log (
        id INTEGER PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        revision INTEGER NOT NULL,
        at TEXT NOT NULL,
        label TEXT NOT NULL,
        change TEXT NOT NULL CHECK (json_valid(change)),
        state TEXT NOT NULL CHECK (state IN ('done', 'undone', 'dropped'))
      ) STRICT;
      CREATE INDEX change_log_of_site ON change_log (site_id, state, id);

      CREATE TABLE log_line (
        id INTEGER PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        at TEXT NOT NULL,
        stage TEXT NOT NULL,
        device_id TEXT,
        text TEXT NOT NULL
      ) STRICT;
      CREATE INDEX log_line_of_site ON log_line (site_id, id);

      CREATE TABLE proof (
        id TEXT PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        kind TEXT NOT NULL CHECK (kind IN ('clients', 'throughput')),
        at TEXT NOT NULL,
        revision INTEGER NOT NULL,
        body TEXT NOT NULL CHECK (json_valid(body))
      ) STRICT;
      CREATE INDEX proof_of_site ON proof (site_id, at);

      CREATE TABLE bench_run (
        site_id TEXT PRIMARY KEY REFERENCES site (id) ON DELETE CASCADE,
        seed INTEGER NOT NULL,
        revision INTEGER NOT NULL,
        plan TEXT NOT NULL CHECK (json_valid(plan)),
        speed INTEGER NOT NULL,
        anchor_ms INTEGER NOT NULL,
        anchor_us INTEGER NOT NULL
      ) STRICT;

      CREATE TABLE bench_action (
        site_id TEXT NOT NULL REFERENCES bench_run (site_id) ON DELETE CASCADE,
        serial INTEGER NOT NULL,
        at_us INTEGER NOT NULL,
        body TEXT NOT NULL CHECK (json_valid(body)),
        PRIMARY KEY (site_id, serial)
      ) STRICT, WITHOUT ROWID;
    `,
  },
  {
    id: 2,
    sql: `
      CREATE TABLE picture (
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        id TEXT NOT NULL,
        mime TEXT NOT NULL CHECK (mime IN ('image/png', 'image/jpeg')),
        bytes BLOB NOT NULL,
        PRIMARY KEY (site_id, id)
      ) STRICT, WITHOUT ROWID;
    `,
  },
  {
    id: 3,
    sql: `
      UPDATE plan_record
      SET collection = 'requirements', body = json_remove(json_set(body, '$.strength', body ->> 'wish'), '$.wish')
      WHERE collection = 'wishes';
    `,
  },
  {
    id: 4,
    sql: `
      CREATE TABLE observation (
        id TEXT PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        at TEXT NOT NULL,
        revision INTEGER NOT NULL,
        source TEXT NOT NULL,
        who TEXT NOT NULL,
        place TEXT NOT NULL,
        body TEXT NOT NULL CHECK (json_valid(body))
      ) STRICT;
      CREATE INDEX observation_of_site ON observation (site_id, at);
    `,
  },
  {
    id: 5,
    sql: `
      ALTER TABLE change_log ADD COLUMN who TEXT NOT NULL DEFAULT '';
      ALTER TABLE log_line ADD COLUMN who TEXT NOT NULL DEFAULT '';
      ALTER TABLE log_line ADD COLUMN request TEXT;
      CREATE UNIQUE INDEX log_line_of_request ON log_line (site_id, request) WHERE request IS NOT NULL;

      CREATE TABLE plan_step (
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        revision INTEGER NOT NULL,
        entry_id INTEGER NOT NULL REFERENCES change_log (id) ON DELETE CASCADE,
        back INTEGER NOT NULL,
        who TEXT NOT NULL,
        request TEXT,
        at TEXT NOT NULL,
        PRIMARY KEY (site_id, revision)
      ) STRICT, WITHOUT ROWID;
      CREATE UNIQUE INDEX plan_step_of_request ON plan_step (site_id, request) WHERE request IS NOT NULL;

      CREATE TABLE proof_of_any_kind (
        id TEXT PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        kind TEXT NOT NULL,
        at TEXT NOT NULL,
        revision INTEGER NOT NULL,
        who TEXT NOT NULL DEFAULT '',
        body TEXT NOT NULL CHECK (json_valid(body))
      ) STRICT;
      INSERT INTO proof_of_any_kind (id, site_id, kind, at, revision, body)
        SELECT id, site_id, kind, at, revision, body FROM proof;
      DROP TABLE proof;
      ALTER TABLE proof_of_any_kind RENAME TO proof;
      CREATE INDEX proof_of_site ON proof (site_id, at);
    `,
  },
  {
    id: 6,
    sql: `
      ALTER TABLE bench_run ADD COLUMN begins TEXT NOT NULL DEFAULT 'prepared';

      CREATE TABLE bench_checkpoint (
        site_id TEXT PRIMARY KEY REFERENCES bench_run (site_id) ON DELETE CASCADE,
        at_us INTEGER NOT NULL,
        actions INTEGER NOT NULL,
        program TEXT NOT NULL,
        body BLOB NOT NULL
      ) STRICT;

      CREATE TABLE own_type (
        id TEXT PRIMARY KEY,
        at TEXT NOT NULL,
        body TEXT NOT NULL CHECK (json_valid(body))
      ) STRICT;
    `,
  },
  {
    id: 7,
    sql: `
      CREATE TABLE as_built (
        site_id TEXT PRIMARY KEY REFERENCES site (id) ON DELETE CASCADE,
        revision INTEGER NOT NULL,
        at TEXT NOT NULL,
        who TEXT NOT NULL,
        plan TEXT NOT NULL CHECK (json_valid(plan))
      ) STRICT;

      CREATE TABLE runbook (
        site_id TEXT PRIMARY KEY REFERENCES as_built (site_id) ON DELETE CASCADE,
        revision INTEGER NOT NULL,
        at TEXT NOT NULL,
        who TEXT NOT NULL,
        target TEXT NOT NULL CHECK (json_valid(target)),
        work TEXT NOT NULL CHECK (json_valid(work))
      ) STRICT;

      CREATE TABLE runbook_tick (
        site_id TEXT NOT NULL REFERENCES runbook (site_id) ON DELETE CASCADE,
        step INTEGER NOT NULL,
        at TEXT NOT NULL,
        who TEXT NOT NULL,
        PRIMARY KEY (site_id, step)
      ) STRICT, WITHOUT ROWID;

      CREATE TABLE step_pace (
        id INTEGER PRIMARY KEY,
        at TEXT NOT NULL,
        work TEXT NOT NULL,
        ratio REAL NOT NULL CHECK (ratio > 0),
        ended INTEGER NOT NULL CHECK (ended IN (0, 1))
      ) STRICT;
    `,
  },
  {
    id: 8,
    sql: `
      ALTER TABLE as_built ADD COLUMN what TEXT NOT NULL DEFAULT 'revision';
    `,
  },
  {
    id: 9,
    sql: `
      CREATE TABLE runbook_done (
        id INTEGER PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        at TEXT NOT NULL,
        body TEXT NOT NULL CHECK (json_valid(body))
      ) STRICT;
      CREATE INDEX runbook_done_of_site ON runbook_done (site_id, id);

      CREATE TABLE part_tick (
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        key TEXT NOT NULL,
        state TEXT NOT NULL CHECK (state IN ('ordered', 'staged', 'packed')),
        count REAL NOT NULL,
        at TEXT NOT NULL,
        who TEXT NOT NULL,
        PRIMARY KEY (site_id, key, state)
      ) STRICT, WITHOUT ROWID;

      CREATE TABLE signed_record (
        id TEXT PRIMARY KEY,
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        at TEXT NOT NULL,
        revision INTEGER NOT NULL,
        hash TEXT NOT NULL,
        signatures TEXT NOT NULL CHECK (json_valid(signatures)),
        plan TEXT NOT NULL CHECK (json_valid(plan)),
        body BLOB NOT NULL
      ) STRICT;
      CREATE INDEX signed_record_of_site ON signed_record (site_id, at);

      CREATE TABLE plan_then (
        site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
        revision INTEGER NOT NULL,
        plan TEXT NOT NULL CHECK (json_valid(plan)),
        PRIMARY KEY (site_id, revision)
      ) STRICT, WITHOUT ROWID;
    `,
  },
]
