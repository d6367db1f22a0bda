import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { FlushedFolder, type FileLayer } from '../../src/server/db/flushed-folder';
import { nodeDisk, type Disk } from '../../src/server/disk';

/** What happened to the files of a data folder, in order; paths are those below it. */
type Happening =
  | { readonly kind: 'write'; readonly file: string; readonly at: number; readonly bytes: Uint8Array }
  | { readonly kind: 'size'; readonly file: string; readonly size: number }
  | { readonly kind: 'flush'; readonly file: string }
  | { readonly kind: 'made' | 'folder' | 'gone'; readonly file: string }
  | { readonly kind: 'renamed'; readonly file: string; readonly to: string }
  | { readonly kind: 'told'; readonly what: string };

/** Folders in memory where the machine has them: a test of many starts waits for no disk. */
export function quickFolder(name: string): string {
  return mkdtempSync(path.join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), name));
}

/** Writes down what a data folder's files are told to do, by the database's file layer and by ours. */
export function recordPower(data: string) {
  const happened: Happening[] = [];
  const below = (file: string) => path.relative(data, file);
  class Recorded extends FlushedFolder {
    protected override layer(layer: FileLayer): void {
      super.layer(layer);
      const { stream_ops: files, node_ops: names, realPath } = layer as unknown as Layer;
      const pathOf = (stream: { readonly node: Node }) => below(realPath(stream.node));
      const { write, fsync, setattr: resize } = files;
      files.write = (stream, buffer, offset, length, position) => {
        const written = write(stream, buffer, offset, length, position);
        happened.push({ kind: 'write', file: pathOf(stream), at: position, bytes: new Uint8Array(buffer.buffer, buffer.byteOffset + offset, written).slice() });
        return written;
      };
      files.fsync = (stream) => {
        fsync(stream);
        happened.push({ kind: 'flush', file: pathOf(stream) });
      };
      files.setattr = (stream, attributes) => {
        resize(stream, attributes);
        if (attributes.size !== undefined) happened.push({ kind: 'size', file: pathOf(stream), size: attributes.size });
      };
      const { setattr, mknod, rename, unlink, rmdir } = names;
      names.setattr = (node, attributes) => {
        setattr(node, attributes);
        if (attributes.size !== undefined) happened.push({ kind: 'size', file: below(realPath(node)), size: attributes.size });
      };
      names.mknod = (parent, name, mode, device) => {
        const node = mknod(parent, name, mode, device);
        happened.push({ kind: (mode & 0o170000) === 0o040000 ? 'folder' : 'made', file: below(realPath(node)) });
        return node;
      };
      names.rename = (node, folder, name) => {
        const file = below(realPath(node));
        rename(node, folder, name);
        happened.push({ kind: 'renamed', file, to: below(path.join(realPath(folder), name)) });
      };
      names.unlink = (parent, name) => {
        unlink(parent, name);
        happened.push({ kind: 'gone', file: below(path.join(realPath(parent), name)) });
      };
      names.rmdir = (parent, name) => {
        rmdir(parent, name);
        happened.push({ kind: 'gone', file: below(path.join(realPath(parent), name)) });
      };
    }
  }
  const disk: Disk = {
    ...nodeDisk,
    async write(file, bytes) {
      happened.push({ kind: 'made', file: below(file) }, { kind: 'write', file: below(file), at: 0, bytes: bytes.slice() });
      await nodeDisk.write(file, bytes);
      happened.push({ kind: 'flush', file: below(file) });
    },
    async rename(from, to) {
      await nodeDisk.rename(from, to);
      happened.push({ kind: 'renamed', file: below(from), to: below(to) });
    },
    async flush(folder) {
      await nodeDisk.flush(folder);
      happened.push({ kind: 'flush', file: below(folder) });
    },
  };
  return { happened, disk, files: (folder: string) => new Recorded(folder, () => undefined), told: (what: string) => void happened.push({ kind: 'told', what }) };
}

type Node = { readonly name: string };
type Layer = {
  readonly realPath: (node: Node) => string;
  readonly stream_ops: {
    write: (stream: { readonly node: Node }, buffer: Uint8Array, offset: number, length: number, position: number) => number;
    fsync: (stream: { readonly node: Node }) => void;
    setattr: (stream: { readonly node: Node }, attributes: { readonly size?: number }) => void;
  };
  readonly node_ops: {
    setattr: (node: Node, attributes: { readonly size?: number }) => void;
    mknod: (parent: Node, name: string, mode: number, device: number) => Node;
    rename: (node: Node, folder: Node, name: string) => void;
    unlink: (parent: Node, name: string) => void;
    rmdir: (parent: Node, name: string) => void;
  };
};

type Pending = { readonly at: number; readonly bytes: Uint8Array } | { readonly size: number };
type Inode = { flushed: Buffer; pending: Pending[] };
type NameChange = (names: Map<string, Inode | 'folder'>) => void;

const overwrite = (held: Buffer, { at, bytes }: { readonly at: number; readonly bytes: Uint8Array }, length = bytes.length): Buffer => {
  const whole = at + length > held.length ? Buffer.concat([held, Buffer.alloc(at + length - held.length)]) : held;
  whole.set(bytes.subarray(0, length), at);
  return whole;
};
const resized = (held: Buffer, size: number): Buffer => (size <= held.length ? held.subarray(0, size) : Buffer.concat([held, Buffer.alloc(size - held.length)]));

/** A disk that keeps what was flushed alone. Where the power goes, of the rest some is there, some is not, and some is torn. */
export function forgetfulDisk(template: string, random: () => number) {
  const all = readdirSync(template, { recursive: true, withFileTypes: true });
  const base = new Map<string, Inode | 'folder'>(all.map((entry) => {
    const file = path.join(entry.parentPath, entry.name);
    return [path.relative(template, file), entry.isDirectory() ? 'folder' as const : { flushed: readFileSync(file), pending: [] }];
  }));
  /** As the program sees it, and as the disk has it. */
  const seen = new Map(base);
  const names = new Map(base);
  const touched = new Set<string>();
  let unflushed: { readonly folders: readonly string[]; readonly inode: Inode | null; readonly change: NameChange }[] = [];
  const told: string[] = [];
  const inodeOf = (file: string) => {
    const found = seen.get(file) ?? null;
    if (found === 'folder') return null;
    touched.add(file);
    return found;
  };
  const rename = (change: NameChange, folders: readonly string[], inode: Inode | null) => {
    change(seen);
    unflushed.push({ folders, inode, change });
  };
  const settle = (which: (one: (typeof unflushed)[number]) => boolean) => {
    for (const one of unflushed.filter(which)) one.change(names);
    unflushed = unflushed.filter((one) => !which(one));
  };
  return {
    told,
    happen(what: Happening): void {
      if (what.kind === 'told') return void told.push(what.what);
      const { file } = what;
      const folder = path.dirname(file);
      switch (what.kind) {
        case 'write': return void inodeOf(file)?.pending.push({ at: what.at, bytes: what.bytes });
        case 'size': return void inodeOf(file)?.pending.push({ size: what.size });
        case 'flush': {
          const inode = inodeOf(file);
          if (!inode) return settle(({ folders }) => folders.includes(file));
          for (const one of inode.pending) inode.flushed = 'size' in one ? resized(inode.flushed, one.size) : overwrite(inode.flushed, one);
          inode.pending = [];
          // A file that is flushed is there under the name that it was made with, on any file system that keeps a journal.
          return settle((one) => one.inode === inode);
        }
        case 'made':
        case 'folder': {
          touched.add(file);
          const inode = what.kind === 'folder' ? null : { flushed: Buffer.alloc(0), pending: [] };
          return rename((map) => map.set(file, inode ?? 'folder'), [folder], inode);
        }
        case 'gone': touched.add(file); return rename((map) => map.delete(file), [folder], null);
        case 'renamed': {
          const inode = inodeOf(file);
          if (!inode) throw new Error(`A folder was renamed: ${file}`);
          touched.add(what.to);
          return rename((map) => {
            map.delete(file);
            map.set(what.to, inode);
          }, [folder, path.dirname(what.to)], null);
        }
      }
    },
    /** Lays the disk down as a start after a power cut at this moment finds it. */
    cut(into: string): void {
      cpSync(template, into, { recursive: true });
      const there = new Map(names);
      // Names change in the order that they were changed, up to somewhere.
      for (const one of unflushed.slice(0, Math.floor(random() * (unflushed.length + 1)))) one.change(there);
      for (const file of touched) rmSync(path.join(into, file), { recursive: true, force: true });
      for (const [file, inode] of there) {
        const place = path.join(into, file);
        if (inode === 'folder') mkdirSync(place, { recursive: true });
        else if (touched.has(file)) {
          let bytes: Buffer = Buffer.from(inode.flushed);
          for (const one of inode.pending) {
            const luck = random();
            if (luck < 0.4) continue;
            if ('size' in one) bytes = resized(bytes, one.size);
            else bytes = overwrite(bytes, one, luck < 0.6 ? Math.floor((one.bytes.length * random()) / 512) * 512 : one.bytes.length);
          }
          mkdirSync(path.dirname(place), { recursive: true });
          writeFileSync(place, bytes);
        }
      }
    },
  };
}
