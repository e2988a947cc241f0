"""The JSON Schema of the client file, published as docs/client-file.schema.json."""

import json

from pydantic.json_schema import JsonSchemaValue

from half_yard.records.client_file import FORMAT_VERSION, ClientFile

DIALECT = "https://json-schema.org/draft/2020-12/schema"


def client_file_schema() -> JsonSchemaValue:
    """The schema of a client file as it is written, in JSON Schema draft 2020-12."""
    schema = ClientFile.model_json_schema(mode="serialization")
    return {"$schema": DIALECT, "title": f"Half Yard client file, format version {FORMAT_VERSION}", **schema}


def schema_text() -> str:
    """The schema as JSON text, keys sorted, ending in a newline."""
    return json.dumps(client_file_schema(), indent=2, sort_keys=True, ensure_ascii=False) + "\n"
