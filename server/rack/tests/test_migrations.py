"""What became a column moves out of a board's details, and back."""

from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import TransactionTestCase

BEFORE, COLUMNS, MOVED = (
    [("rack", name)] for name in ("0001_initial", "0002_rack_columns", "0003_columns_from_details")
)
DETAILS = {
    "build": "PU / epoxy",
    "condition": 0.8,
    "pad": True,
    "fins": {"setup": "quad", "box_type": "two-tab"},
    "outline": {"tail_shape": "swallow"},
}


class Moved(TransactionTestCase):
    def tearDown(self) -> None:
        executor = MigrationExecutor(connection)
        # All the way up again: the next test finds the database as it is now.
        executor.migrate(executor.loader.graph.leaf_nodes())
        super().tearDown()

    def at(self, where: list[tuple[str, str]]):
        """The models as they are behind a migration."""
        executor = MigrationExecutor(connection)
        executor.migrate(where)
        return executor.loader.project_state(where).apps

    def test_there_and_back(self) -> None:
        apps = self.at(COLUMNS)
        shop = apps.get_model("accounts", "Shop").objects.create(name="old")
        dims = {"family": "all-rounder", "length_m": 1.8, "width_m": 0.5, "thickness_m": 0.06}
        old = apps.get_model("rack", "Board")
        with_, bare = (old.objects.create(shop=shop, details=details, **dims).pk for details in (DETAILS, {}))

        new = self.at(MOVED).get_model("rack", "Board").objects
        row = new.get(pk=with_)
        self.assertEqual((row.build, row.condition, row.pad, row.colour), ("PU / epoxy", 0.8, True, None))
        self.assertEqual(row.box_type, "two-tab")
        self.assertEqual(row.details, {name: DETAILS[name] for name in ("fins", "outline")})
        self.assertEqual((new.get(pk=bare).build, new.get(pk=bare).box_type), (None, ""))

        back = self.at(COLUMNS).get_model("rack", "Board").objects
        self.assertEqual(back.get(pk=with_).details, DETAILS)
        self.assertEqual(back.get(pk=bare).details, {})
