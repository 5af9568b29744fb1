"""Writes the files of one kind that a Qt resource bundle holds, each as it is, under its own name.

    unbundle.py BUNDLE SUFFIX FOLDER

Bundles have a head ("qres", the version, where tree, data and names begin), a tree of nodes (a folder: its name, flags, how many children and the first of them; a file: its name, flags, country and language,
where its data is), data (a length and as many bytes) and names (a length, a hash, UTF-16). All numbers are big-endian. Compressed files are left out: pictures are compressed already.
"""
import pathlib
import struct
import sys

FOLDER, COMPRESSED = 2, 1 | 4

bundle, suffix, folder = sys.argv[1:]
held = pathlib.Path(bundle).read_bytes()
magic, version, tree, data, names = struct.unpack_from('>4s4I', held)
if magic != b'qres' or version not in (1, 2, 3):
    sys.exit(f'{bundle}: no bundle of a known kind')
node = 14 if version == 1 else 22


def name_of(k):
    at = names + struct.unpack_from('>I', held, tree + node * k)[0]
    return held[at + 6:at + 6 + 2 * struct.unpack_from('>H', held, at)[0]].decode('utf-16-be')


def write(k):
    flags, = struct.unpack_from('>H', held, tree + node * k + 4)
    if flags & FOLDER:
        count, first = struct.unpack_from('>II', held, tree + node * k + 6)
        for child in range(first, first + count):
            write(child)
    elif name_of(k).endswith(suffix) and not flags & COMPRESSED:
        at = data + struct.unpack_from('>I', held, tree + node * k + 10)[0]
        length, = struct.unpack_from('>I', held, at)
        (pathlib.Path(folder) / pathlib.Path(name_of(k)).name).write_bytes(held[at + 4:at + 4 + length])


write(0)
