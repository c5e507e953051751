"""Unpacks three-dimensional models of household things, for the other ray tracer to photograph.

    unpack_models.py FOLDER_OF_CATALOGUES OUT

A catalogue is a ZIP file of models (Wavefront OBJ) with a file of properties that says of each what it
is and how large. People, doors, stairs and vehicles stay where they are, and what is larger than a
table: nobody photographs them for sale on a sheet of paper.
"""

import collections
import glob
import os
import re
import sys
import zipfile

OTHERS = ("characters", "doors and windows", "staircases", "vehicles")
LARGEST_CM = 125
PROPERTY = re.compile(r"(category|width|height|depth|model|modelRotation)#(\d+)=(.*)")


def wanted(catalogue):
    """Folders of the models in a catalogue that are of use."""
    properties = collections.defaultdict(dict)
    text = catalogue.read("PluginFurnitureCatalog.properties").decode("latin1")
    for line in text.splitlines():
        found = PROPERTY.match(line.strip())
        if found:
            properties[found[2]][found[1]] = found[3]
    for one in properties.values():
        sides = [float(one.get(side) or 0) for side in ("width", "height", "depth")]
        # What the catalogue turns lies on its side otherwise.
        usable = "model" in one and "modelRotation" not in one
        if usable and one.get("category", "").lower() not in OTHERS and max(sides) <= LARGEST_CM:
            yield os.path.dirname(one["model"]).strip("/") + "/"


def main(folder, out):
    for path in sorted(glob.glob(os.path.join(folder, "*.sh3f"))):
        with zipfile.ZipFile(path) as catalogue:
            folders = tuple(wanted(catalogue))
            for name in catalogue.namelist():
                if name.startswith(folders) and not name.endswith("/"):
                    catalogue.extract(name, out)


if __name__ == "__main__":
    main(*sys.argv[1:])
