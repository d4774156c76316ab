/*
 * The first code that runs in a program which brings its own loader along. It does what the kernel
 * does for programs that name a loader (execve(2)): maps the loader, and tells it by the auxiliary
 * vector (getauxval(3)) where the program lies and where it starts. The kernel can find loaders only
 * by paths of the receiver's system; this one lies at a place that is counted from the program's own
 * folder. The program stays the program: /proc/self/exe, its arguments and its variables are what
 * they would be.
 *
 * Behind this code lie the orders that Girdle writes (struct orders, System V ABI for the rest).
 */
#include "system.h"

typedef unsigned long u64;
typedef unsigned int u32;
typedef unsigned short u16;
typedef unsigned char u8;

struct segment {
  u32 type, flags;
  u64 offset, address, physical, file_size, memory_size, align;
};

struct header {
  u8 ident[16];
  u16 type, machine;
  u32 version;
  u64 entry, segments, sections;
  u32 flags;
  u16 size, segment_size, segment_count, section_size, section_count, names;
};

/* What Girdle writes behind the code. The segments follow, then the loader's path. */
struct orders {
  u64 here;  /* the address of this, as the program counts */
  u64 entry; /* where the program starts by itself */
  u64 count; /* of the segments that the loader is told of */
};

extern const struct orders orders __attribute__((visibility("hidden")));

enum { LOAD = 1, INTERPRETER = 3, TABLE = 6, DYNAMIC_FILE = 3 };
enum { AT_PHDR = 3, AT_PHNUM = 5, AT_PAGESZ = 6, AT_BASE = 7, AT_ENTRY = 9, AT_EXECFN = 31 };
enum { READ = 1, WRITE = 2, EXECUTE = 4, PRIVATE = 2, FIXED = 16, ANONYMOUS = 32 };
enum { PATH_ROOM = 8192, MOST_SEGMENTS = 64 };



static long map(u64 at, u64 length, int protection, int flags, long file, u64 offset) {
  return call6(CALL_MMAP, (long)at, (long)length, protection, flags, file, (long)offset);
}

static void say(const char *text) {
  call3(CALL_WRITE, 2, text, length_of(text));
}

static void fail(const char *program, const char *what, const char *path) __attribute__((noreturn));

static void fail(const char *program, const char *what, const char *path) {
  say(program);
  say(": ");
  say(what);
  say(path);
  say("\n");
  for (;;) {
    call3(CALL_EXIT, 127, 0, 0);
  }
}

/* The loader's path, counted from the folder of a program; the file, or an error. */
static long open_beside(char *path, const char *program, const char *loader) {
  u64 folder = folder_of(program);
  for (u64 i = 0; i < folder; i++) {
    path[i] = program[i];
  }
  if (append(path, folder, PATH_ROOM, loader) >= PATH_ROOM) {
    return -36;
  }
  return call4(CALL_OPENAT, AT_FDCWD, path, 02000000, 0);
}

static long open_loader(char *path, char *self, const char *name, const char *loader) {
  long length = call4(CALL_READLINKAT, AT_FDCWD, "/proc/self/exe", self, PATH_ROOM - 1);
  long file = -2;
  if (length > 0) {
    self[length] = 0;
    file = open_beside(path, self, loader);
  }
  if (file < 0 && name) { /* systems that show no /proc */
    file = open_beside(path, name, loader);
    if (file < 0 && (length = call4(CALL_READLINKAT, AT_FDCWD, name, self, PATH_ROOM - 1)) > 0) {
      self[length] = 0;
      file = open_beside(path, self, loader);
    }
  }
  return file;
}

static int protection_of(u32 flags) {
  return (flags & 4 ? READ : 0) | (flags & 2 ? WRITE : 0) | (flags & 1 ? EXECUTE : 0);
}

/* Maps the segments of the loader; where it lies, or 0. */
static u64 map_loader(long file, const struct segment *segments, u64 count, u64 page) {
  u64 low = ~0UL;
  u64 high = 0;
  for (u64 i = 0; i < count; i++) {
    if (segments[i].type == LOAD) {
      u64 start = segments[i].address & -page;
      u64 end = segments[i].address + segments[i].memory_size;
      low = start < low ? start : low;
      high = end > high ? end : high;
    }
  }
  if (low >= high) {
    return 0;
  }
  long room = map(0, high - low, 0, PRIVATE | ANONYMOUS, -1, 0);
  if (room < 0) {
    return 0;
  }
  u64 base = (u64)room - low;
  for (u64 i = 0; i < count; i++) {
    const struct segment *s = &segments[i];
    if (s->type != LOAD) {
      continue;
    }
    u64 start = (base + s->address) & -page;
    u64 file_end = base + s->address + s->file_size;
    u64 end = base + s->address + s->memory_size;
    int protection = protection_of(s->flags);
    if (s->file_size && map(start, file_end - start, protection, PRIVATE | FIXED, file, s->offset & -page) < 0) {
      return 0;
    }
    u64 page_end = (file_end + page - 1) & -page;
    if (end > file_end && protection & WRITE) {
      /* to the end of the page: the loader takes its first memory from there */
      for (volatile u8 *at = (u8 *)file_end; at < (u8 *)page_end; at++) {
        *at = 0;
      }
    }
    if (end > page_end && map(page_end, end - page_end, protection, PRIVATE | FIXED | ANONYMOUS, -1, 0) < 0) {
      return 0;
    }
  }
  return base;
}

/* Called with the stack that the kernel has made; gives what to go on with. */
u64 load_loader(u64 *stack);

u64 load_loader(u64 *stack) {
  u64 bias = (u64)&orders - orders.here;
  const struct segment *own = (const struct segment *)(&orders + 1);
  const char *loader = (const char *)(own + orders.count);
  const char *name = stack[0] ? (const char *)stack[1] : "program";
  u64 *at = stack + 1;
  while (*at) {
    at++; /* arguments */
  }
  at++;
  while (*at) {
    at++; /* variables */
  }
  at++;
  u64 *vector = at;
  const char *started = 0;
  u64 page = 4096;
  for (at = vector; at[0]; at += 2) {
    if (at[0] == AT_EXECFN) {
      started = (const char *)at[1];
    } else if (at[0] == AT_PAGESZ) {
      page = at[1];
    }
  }
  char path[PATH_ROOM];
  char self[PATH_ROOM];
  long file = open_loader(path, self, started, loader);
  if (file < 0) {
    fail(name, "it was moved away from its folder, or its folder is not whole: there is no ", path);
  }
  u8 head[64 + MOST_SEGMENTS * sizeof(struct segment)];
  long read = call4(CALL_PREAD, file, head, sizeof head, 0);
  const struct header *header = (const struct header *)head;
  if (read < 64 || header->type != DYNAMIC_FILE || header->segment_size != sizeof(struct segment) ||
      header->segments > sizeof head || header->segment_count > MOST_SEGMENTS ||
      header->segments + header->segment_count * sizeof(struct segment) > (u64)read) {
    fail(name, "this is no loader, or it is damaged: ", path);
  }
  u64 base = map_loader(file, (const struct segment *)(head + header->segments), header->segment_count, page);
  call3(CALL_CLOSE, file, 0, 0);
  if (!base) {
    fail(name, "there is no memory to map ", path);
  }
  /* the program's segments as they were before the kernel had to be told of none that names a loader */
  u64 size = orders.count * sizeof(struct segment);
  long table = map(0, size, READ | WRITE, PRIVATE | ANONYMOUS, -1, 0);
  if (table < 0) {
    fail(name, "there is no memory for ", path);
  }
  struct segment *copy = (struct segment *)table;
  for (u64 i = 0; i < orders.count; i++) {
    for (u64 k = 0; k < sizeof(struct segment); k++) {
      ((volatile u8 *)&copy[i])[k] = ((const u8 *)&own[i])[k];
    }
    if (copy[i].type == TABLE) {
      copy[i].address = (u64)table - bias;
      copy[i].physical = copy[i].address;
    }
  }
  call3(CALL_MPROTECT, table, size, READ);
  for (at = vector; at[0]; at += 2) {
    switch (at[0]) {
      case AT_PHDR: at[1] = (u64)table; break;
      case AT_PHNUM: at[1] = orders.count; break;
      case AT_BASE: at[1] = base; break;
      case AT_ENTRY: at[1] = orders.entry + bias; break;
      default: break;
    }
  }
  return header->entry + base;
}

#if defined(__x86_64__)
__asm__(
    ".section .text.begin,\"ax\",@progbits\n"
    ".globl begin\n.type begin,@function\n"
    "begin:\n"
    "  mov %rsp,%rbx\n"
    "  mov %rsp,%rdi\n"
    "  xor %ebp,%ebp\n"
    "  and $-16,%rsp\n"
    "  call load_loader\n"
    "  mov %rbx,%rsp\n"
    "  xor %edx,%edx\n"
    "  jmp *%rax\n");
#else
__asm__(
    ".section .text.begin,\"ax\",@progbits\n"
    ".globl begin\n.type begin,@function\n"
    "begin:\n"
    "  mov x19,sp\n"
    "  mov x0,sp\n"
    "  mov x29,#0\n"
    "  mov x30,#0\n"
    "  bl load_loader\n"
    "  mov x16,x0\n"
    "  mov sp,x19\n"
    "  mov x0,#0\n"
    "  br x16\n");
#endif
