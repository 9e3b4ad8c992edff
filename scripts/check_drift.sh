#!/bin/sh
# Generated files must be exactly what their sources give: the API description, the loaf's schema, the TypeScript types.
set -eu
fresh=$(mktemp -d)
trap 'rm -rf "$fresh"' EXIT
.venv/bin/python -m django write_schemas "$fresh"
web/node_modules/.bin/openapi-typescript "$PWD/docs/openapi.json" -o "$fresh/schema.d.ts" >/dev/null
for pair in docs/openapi.json docs/loaf.schema.json web/src/api/schema.d.ts; do
  if ! diff -u "$pair" "$fresh/$(basename "$pair")" >"$fresh/diff"; then
    head -40 "$fresh/diff"
    echo "$pair is out of date: run 'make schemas' and commit it." >&2
    exit 1
  fi
done
