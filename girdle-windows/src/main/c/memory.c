#include "starter.h"

#include <stdarg.h>

void *bytes_for(size_t count) {
  void *bytes = HeapAlloc(GetProcessHeap(), HEAP_ZERO_MEMORY, count);
  if (!bytes) ExitProcess(STATUS_MACHINE);
  return bytes;
}

static void *more_bytes(void *old, size_t count) {
  if (!old) return bytes_for(count);
  void *bytes = HeapReAlloc(GetProcessHeap(), HEAP_ZERO_MEMORY, old, count);
  if (!bytes) ExitProcess(STATUS_MACHINE);
  return bytes;
}

size_t length_of(const wchar_t *text) {
  size_t length = 0;
  while (text[length]) length++;
  return length;
}

void add_part(Text *text, const wchar_t *more, size_t length) {
  if (text->length + length + 1 > text->room) {
    text->room = (text->length + length + 1) * 2;
    text->at = more_bytes(text->at, text->room * sizeof(wchar_t));
  }
  for (size_t i = 0; i < length; i++) text->at[text->length + i] = more[i];
  text->length += length;
  text->at[text->length] = 0;
}

void add(Text *text, const wchar_t *more) { add_part(text, more, length_of(more)); }

void add_number(Text *text, unsigned long long number) {
  wchar_t digits[20];
  int at = 20;
  do {
    digits[--at] = (wchar_t)(L'0' + number % 10);
    number /= 10;
  } while (number);
  add_part(text, digits + at, (size_t)(20 - at));
}

wchar_t *joined(const wchar_t *first, ...) {
  Text text = {0};
  va_list more;
  va_start(more, first);
  for (const wchar_t *part = first; part; part = va_arg(more, const wchar_t *)) add(&text, part);
  va_end(more);
  return text.at;
}

void append(List *list, wchar_t *text) {
  if (list->count == list->room) {
    list->room = list->room ? list->room * 2 : 16;
    list->at = more_bytes(list->at, list->room * sizeof(wchar_t *));
  }
  list->at[list->count++] = text;
}

void append_all(List *list, List more) {
  for (size_t i = 0; i < more.count; i++) append(list, more.at[i]);
}

void append_words(List *list, const wchar_t *text) {
  while (text && *text) {
    const wchar_t *end = text;
    while (*end && *end != L' ') end++;
    if (end != text) append(list, part_of(text, (size_t)(end - text)));
    text = *end ? end + 1 : end;
  }
}

int is_same(const wchar_t *one, const wchar_t *other) {
  return CompareStringOrdinal(one, -1, other, -1, FALSE) == CSTR_EQUAL;
}

int is_same_name(const wchar_t *one, const wchar_t *other) {
  return CompareStringOrdinal(one, -1, other, -1, TRUE) == CSTR_EQUAL;
}

int starts_with(const wchar_t *text, const wchar_t *start) {
  for (; *start; text++, start++) {
    if (*text != *start) return 0;
  }
  return 1;
}

wchar_t *part_of(const wchar_t *text, size_t length) {
  Text copy = {0};
  add_part(&copy, text, length);
  return copy.at;
}

wchar_t *copy_of(const wchar_t *text) { return part_of(text, length_of(text)); }

wchar_t *from_utf8(const char *text, size_t length) {
  int count = length ? MultiByteToWideChar(CP_UTF8, 0, text, (int)length, NULL, 0) : 0;
  wchar_t *wide = bytes_for((size_t)(count + 1) * sizeof(wchar_t));
  if (count) MultiByteToWideChar(CP_UTF8, 0, text, (int)length, wide, count);
  return wide;
}

char *to_code_page(unsigned page, const wchar_t *text, int *lost) {
  BOOL is_lost = FALSE;
  BOOL *ask = page == CP_UTF8 || !lost ? NULL : &is_lost;
  int count = WideCharToMultiByte(page, 0, text, -1, NULL, 0, NULL, NULL);
  char *bytes = bytes_for((size_t)count + 1);
  WideCharToMultiByte(page, page == CP_UTF8 ? 0 : WC_NO_BEST_FIT_CHARS, text, -1, bytes, count, NULL, ask);
  if (lost) *lost = is_lost;
  return bytes;
}

unsigned long long number_at(const wchar_t **text) {
  unsigned long long number = 0;
  while (**text >= L'0' && **text <= L'9') number = number * 10 + (unsigned)(*(*text)++ - L'0');
  return number;
}

/* Compilers write calls of these for what is no call in the source. */
#undef memcpy
#undef memset
#undef memcmp
#undef memmove

void *memcpy(void *to, const void *from, size_t count) {
  void *start = to;
  __asm__ volatile("rep movsb" : "+D"(to), "+S"(from), "+c"(count) : : "memory");
  return start;
}

void *memmove(void *to, const void *from, size_t count) {
  char *out = to;
  const char *in = from;
  if (out <= in || out >= in + count) return memcpy(to, from, count);
  while (count--) out[count] = in[count];
  return to;
}

void *memset(void *to, int value, size_t count) {
  void *start = to;
  __asm__ volatile("rep stosb" : "+D"(to), "+c"(count) : "a"(value) : "memory");
  return start;
}

int memcmp(const void *one, const void *other, size_t count) {
  const unsigned char *a = one;
  const unsigned char *b = other;
  for (; count; a++, b++, count--) {
    if (*a != *b) return *a - *b;
  }
  return 0;
}

/* For zlib. */
void *malloc(size_t count) { return bytes_for(count); }

void free(void *bytes) {
  if (bytes) HeapFree(GetProcessHeap(), 0, bytes);
}

/* What -fstack-protector-strong wants: a word that nobody can guess, and what happens if it is gone. */
uintptr_t __stack_chk_guard = 0x9fbd32c1e8a47655u;

void __attribute__((noreturn)) __stack_chk_fail(void) {
  TerminateProcess(GetCurrentProcess(), 0xC0000409u);
  __builtin_unreachable();
}
