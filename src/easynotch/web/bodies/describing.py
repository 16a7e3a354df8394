"""Whether routes are described as they are made: only for the OpenAPI document, as it takes a second at each start."""

import os

from flask_openapi3 import APIBlueprint, Tag

WANTED = "EASY_NOTCH_DESCRIBE"
"""Set by the schema command and by the tests; what is served is the file the command wrote."""


def describing() -> bool:
    """Return whether the routes made from now on are to be described."""
    return bool(os.environ.get(WANTED))


def blueprint(name: str, module: str, tag: str, prefix: str = "/api") -> APIBlueprint:
    """Return a blueprint whose routes are listed in the OpenAPI document under a tag."""
    return APIBlueprint(name, module, url_prefix=prefix, abp_tags=[Tag(name=tag)], doc_ui=describing())
