"""What JSON Schema (2020-12, Debian's python3-jsonschema) says of documents: reads [schema, document texts …] as JSON from a file, prints + or - for each text."""
import json
import sys

import jsonschema

with open(sys.argv[1], encoding="utf-8") as file:
    schema, *texts = json.load(file)
validator = jsonschema.Draft202012Validator(schema)


def is_valid(text):
    try:
        return validator.is_valid(json.loads(text))
    except ValueError:
        return False


print("".join("+" if is_valid(text) else "-" for text in texts))
