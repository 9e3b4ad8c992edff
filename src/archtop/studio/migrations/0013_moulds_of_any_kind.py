from django.db import migrations, models

_MEASURES = (
    "material",
    "length_mm",
    "width_mm",
    "height_mm",
    "draft_deg",
    "end_draft_deg",
    "bow_mm",
    "rim_mark_mm",
)


def into_documents(apps, schema_editor):
    for mould in apps.get_model("studio", "LoafMould").objects.all():
        measures = {name: getattr(mould, name) for name in _MEASURES}
        mould.data = {"kind": "box", "name": mould.name, **measures, "stored_version": 1}
        mould.save(update_fields=["data"])


def into_fields(apps, schema_editor):
    for mould in apps.get_model("studio", "LoafMould").objects.all():
        for name in _MEASURES:
            setattr(mould, name, mould.data[name])
        mould.save()


class Migration(migrations.Migration):
    dependencies = [("studio", "0012_what_a_season_was_planned_from")]

    operations = [
        migrations.AlterModelOptions(name="loafmould", options={"ordering": ("name",)}),
        migrations.AddField("loafmould", "data", models.JSONField(default=dict)),
        migrations.RunPython(into_documents, into_fields),
        migrations.AlterField("loafmould", "data", models.JSONField()),
        # Going back, rows stand there before their measures do.
        *(
            migrations.AlterField("loafmould", name, models.FloatField(default=1))
            for name in ("length_mm", "width_mm", "height_mm")
        ),
        *(migrations.RemoveField("loafmould", name) for name in _MEASURES),
    ]
