/*
 * Calls of the kernel, without a C library (syscall(2), "Architecture calling conventions"), and the
 * few services that both pieces of code need.
 */
#ifndef GIRDLE_SYSTEM_H
#define GIRDLE_SYSTEM_H

#define AT_FDCWD (-100)

#if defined(__x86_64__)

enum { CALL_READ = 0, CALL_WRITE = 1, CALL_CLOSE = 3, CALL_MMAP = 9, CALL_MPROTECT = 10, CALL_MUNMAP = 11,
       CALL_EXIT = 231, CALL_OPENAT = 257, CALL_READLINKAT = 267, CALL_FACCESSAT = 269, CALL_PREAD = 17,
       CALL_GETCWD = 79 };

static inline long call6(long number, long a, long b, long c, long d, long e, long f) {
  long result;
  register long r10 __asm__("r10") = d;
  register long r8 __asm__("r8") = e;
  register long r9 __asm__("r9") = f;
  __asm__ volatile("syscall"
                   : "=a"(result)
                   : "a"(number), "D"(a), "S"(b), "d"(c), "r"(r10), "r"(r8), "r"(r9)
                   : "rcx", "r11", "memory");
  return result;
}

#elif defined(__aarch64__)

enum { CALL_GETCWD = 17, CALL_FACCESSAT = 48, CALL_OPENAT = 56, CALL_CLOSE = 57, CALL_READ = 63, CALL_WRITE = 64, CALL_PREAD = 67,
       CALL_READLINKAT = 78, CALL_EXIT = 94, CALL_MUNMAP = 215, CALL_MMAP = 222, CALL_MPROTECT = 226 };

static inline long call6(long number, long a, long b, long c, long d, long e, long f) {
  register long x8 __asm__("x8") = number;
  register long x0 __asm__("x0") = a;
  register long x1 __asm__("x1") = b;
  register long x2 __asm__("x2") = c;
  register long x3 __asm__("x3") = d;
  register long x4 __asm__("x4") = e;
  register long x5 __asm__("x5") = f;
  __asm__ volatile("svc #0"
                   : "+r"(x0)
                   : "r"(x8), "r"(x1), "r"(x2), "r"(x3), "r"(x4), "r"(x5)
                   : "memory");
  return x0;
}

#else
#error "no calls are known for this processor"
#endif

#define call3(number, a, b, c) call6(number, (long)(a), (long)(b), (long)(c), 0, 0, 0)
#define call4(number, a, b, c, d) call6(number, (long)(a), (long)(b), (long)(c), (long)(d), 0, 0)

static inline unsigned long length_of(const char *text) {
  unsigned long length = 0;
  while (text[length]) {
    length++;
  }
  return length;
}

/* Copies a text behind another of a known length; the new length, or more than there is room for. */
static inline unsigned long append(char *to, unsigned long at, unsigned long room, const char *text) {
  unsigned long i = 0;
  for (; text[i] && at + i < room; i++) {
    to[at + i] = text[i];
  }
  if (at + i < room) {
    to[at + i] = 0;
  }
  return at + i;
}

/* The length of the folder part of a path, with the slash; 0 if there is none. */
static inline unsigned long folder_of(const char *path) {
  unsigned long length = 0;
  for (unsigned long i = 0; path[i]; i++) {
    if (path[i] == '/') {
      length = i + 1;
    }
  }
  return length;
}

#endif
