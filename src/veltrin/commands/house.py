"""veltrin doctor, veltrin docs."""

from __future__ import annotations

import sys
from pathlib import Path

import click

from veltrin.api.app import describe
from veltrin.service.files import doctor as doctor_service
from veltrin.service.files import documents
from veltrin.settings import WEB_DIST, Settings


@click.command()
def doctor() -> None:
    """Check that everything this installation needs is there and works."""
    settings = Settings()
    findings = doctor_service.examine(settings.data_dir, WEB_DIST, settings.place)
    for finding in findings:
        click.echo(f"{'ok  ' if finding.ok else 'FAIL'}  {finding.name}: {finding.words}")
    sys.exit(0 if all(f.ok for f in findings) else 1)


@click.command()
@click.argument("folder", type=click.Path(file_okay=False, path_type=Path))
def docs(folder: Path) -> None:
    """Write JSON Schemas, the OpenAPI description and the catalogue of methods below FOLDER."""
    for path in documents.write(folder, describe()):
        click.echo(path)
