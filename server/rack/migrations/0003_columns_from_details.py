"""What became a column moves out of the details."""

from django.db import migrations

_MOVED = ("build", "condition", "fins_included", "pad", "colour")


def move(apps, editor):
    Board = apps.get_model("rack", "Board")
    rows = list(Board.objects.all())
    for row in rows:
        for name in _MOVED:
            setattr(row, name, row.details.pop(name, None))
        row.box_type = row.details.get("fins", {}).get("box_type") or ""
    Board.objects.bulk_update(rows, [*_MOVED, "box_type", "details"], batch_size=500)


def move_back(apps, editor):
    Board = apps.get_model("rack", "Board")
    rows = list(Board.objects.all())
    for row in rows:
        values = {name: getattr(row, name) for name in _MOVED}
        row.details.update({name: value for name, value in values.items() if value is not None})
    Board.objects.bulk_update(rows, ["details"], batch_size=500)


class Migration(migrations.Migration):
    dependencies = [("rack", "0002_rack_columns")]

    operations = [migrations.RunPython(move, move_back)]
