#!/usr/bin/env bash
# Copies the pinned fonts, styles and scripts from the npm registry into wwwroot/vendor. Run it after changing package.json.
set -euo pipefail
cd "$(dirname "$0")"
npm ci --ignore-scripts --no-audit --no-fund
target=../wwwroot/vendor
rm -rf "$target"
mkdir -p "$target/bootstrap" "$target/htmx" "$target/figtree"
cp node_modules/bootstrap/dist/css/bootstrap.min.css node_modules/bootstrap/LICENSE "$target/bootstrap/"
cp node_modules/bootstrap/dist/js/bootstrap.bundle.min.js "$target/bootstrap/"
# The map comments would send the browser's tools after files that do not ship.
sed -i '/sourceMappingURL/d' "$target/bootstrap/bootstrap.min.css" "$target/bootstrap/bootstrap.bundle.min.js"
cp node_modules/htmx.org/dist/htmx.min.js node_modules/htmx.org/LICENSE "$target/htmx/"
sed -i '/sourceMappingURL/d' "$target/htmx/htmx.min.js"
cp node_modules/@fontsource-variable/figtree/files/figtree-latin{,-ext}-wght-normal.woff2 node_modules/@fontsource-variable/figtree/LICENSE "$target/figtree/"
# For PDF, which takes one weight a file.
cp node_modules/@fontsource/figtree/files/figtree-latin-{400,600}-normal.woff "$target/figtree/"
rm -rf node_modules
