"""Which tables are watched, and the trigger that does it.

A trigger of the database and not a signal of the framework: what is written in bulk, by a command or by hand
in the database is on the trail as well.
"""

from django.apps import apps
from django.db import connections

from accounts.models import ShopOwned

#: What only follows from other records, and is computed anew from them; work in the queue.
DERIVED = frozenset({"logbook_taught", "logbook_breakevidence", "jobs_job"})
#: Tables that name no shop themselves: the table that does, and the column that points there.
BY_PARENT = {
    "accounts_membership": None,
    "accounts_invitation": None,
    "accounts_token": None,
    "accounts_user": None,
    "accounts_shop": None,
    "breaks_sighting": ("breaks_break", "place_id"),
    "otp_totp_totpdevice": ("accounts_user", "user_id"),
}
#: Columns that say nothing of what somebody did, only follow from others, hold a secret, or are as large as
#: a file.
LEFT_OUT = (
    "updated_at", "version", "response", "learned", "learned_breaks", "said", "filled", "packed", "words",
    "last_login", "key", "last_t", "digest", "last_used_at", "throttling_failure_timestamp",
    "throttling_failure_count", "used_at", "drawn_with", "drawn_litres", "drawn_mass_kg",
    "own", "secret", "cursor", "failures", "next_at", "told_at", "problem", "drawn_nose_rocker_m",
    "drawn_nose_width_m", "drawn_tail_rocker_m", "drawn_tail_width_m",
)  # fmt: skip

FUNCTIONS = """
CREATE OR REPLACE FUNCTION chord_trail() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  was jsonb; now_is jsonb; whole jsonb; of_shop bigint; did text;
BEGIN
  -- Whoever erases a person does not write down again what they erase.
  IF coalesce(current_setting('chord.erasing', true), '') = 'yes' THEN RETURN NULL; END IF;
  IF TG_OP <> 'INSERT' THEN was := to_jsonb(OLD) - TG_ARGV[0]::text[]; END IF;
  IF TG_OP <> 'DELETE' THEN now_is := to_jsonb(NEW) - TG_ARGV[0]::text[]; END IF;
  whole := coalesce(now_is, was);
  did := CASE TG_OP WHEN 'INSERT' THEN 'made' WHEN 'DELETE' THEN 'removed' ELSE 'changed' END;
  IF TG_OP = 'UPDATE' THEN
    SELECT jsonb_object_agg(o.key, o.value), jsonb_object_agg(o.key, now_is -> o.key) INTO was, now_is
      FROM jsonb_each(was) o WHERE o.value IS DISTINCT FROM now_is -> o.key;
    IF was IS NULL THEN RETURN NULL; END IF;
  END IF;
  -- That a password was changed is told; what it was, in whatever form, is not.
  IF was ? 'password' THEN was := was || '{"password": "before"}'; END IF;
  IF now_is ? 'password' THEN now_is := now_is || '{"password": "another"}'; END IF;
  IF TG_TABLE_NAME = 'accounts_shop' THEN
    of_shop := (whole ->> 'id')::bigint;
  ELSIF TG_ARGV[1] <> '' THEN
    EXECUTE format('SELECT shop_id FROM %I WHERE id = $1', TG_ARGV[1])
      INTO of_shop USING (whole ->> TG_ARGV[2])::bigint;
  ELSE
    of_shop := (whole ->> 'shop_id')::bigint;
  END IF;
  INSERT INTO trail_change (at, shop, person, who, "table", "row", did, before, after)
  VALUES (
    clock_timestamp(), of_shop, nullif(current_setting('chord.person', true), '')::bigint,
    coalesce(current_setting('chord.who', true), ''), TG_TABLE_NAME, (whole ->> 'id')::bigint,
    did, was, now_is
  );
  RETURN NULL;
END $$;

CREATE OR REPLACE FUNCTION chord_trail_stays() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF coalesce(current_setting('chord.erasing', true), '') = 'yes' THEN
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
  END IF;
  RAISE EXCEPTION 'the trail is not changed';
END $$;
"""


def watched() -> tuple[str, ...]:
    """Tables whose changes are written down."""
    owned = (model._meta.db_table for model in apps.get_models() if issubclass(model, ShopOwned))
    return tuple(sorted({*owned, *BY_PARENT} - DERIVED))


def watch_tables(using: str = "default") -> None:
    """Set the trigger on every table that is watched and there; what is set already stays."""
    connection = connections[using]
    there = set(connection.introspection.table_names())
    if "trail_change" not in there:
        return
    left = "{" + ",".join(LEFT_OUT) + "}"
    with connection.cursor() as cursor:
        cursor.execute(FUNCTIONS)
        for table in watched():
            if table in there:
                parent, column = BY_PARENT.get(table) or ("", "")
                cursor.execute(
                    f'CREATE OR REPLACE TRIGGER chord_trail AFTER INSERT OR UPDATE OR DELETE ON "{table}" '
                    f"FOR EACH ROW EXECUTE FUNCTION chord_trail('{left}', '{parent}', '{column}')"
                )
        cursor.execute(
            "CREATE OR REPLACE TRIGGER chord_trail_stays BEFORE UPDATE OR DELETE ON trail_change "
            "FOR EACH ROW EXECUTE FUNCTION chord_trail_stays()"
        )
