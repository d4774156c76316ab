/*
 * Orders are lines of UTF-8: a key, a space, a value. In values, %HH stands for a byte by its two
 * hexadecimal digits (line ends and the sign itself), and %~ for the folder in which the application
 * lies, followed by its path there, which is written with slashes; %: for the address of that folder.
 */
#include "starter.h"

int read_orders(unsigned id, Orders *orders) {
  HRSRC there = FindResourceW(NULL, MAKEINTRESOURCEW(id), (LPCWSTR)RT_RCDATA);
  if (!there) return 0;
  const char *text = LockResource(LoadResource(NULL, there));
  const char *end = text + SizeofResource(NULL, there);
  size_t lines = 1;
  for (const char *at = text; at < end; at++) lines += *at == '\n';
  orders->at = bytes_for(lines * sizeof(Order));
  orders->count = 0;
  while (text < end) {
    const char *line = text;
    while (text < end && *text != '\n') text++;
    const char *space = line;
    while (space < text && *space != ' ') space++;
    Order *order = &orders->at[orders->count++];
    order->key = from_utf8(line, (size_t)(space - line));
    order->value = space < text ? from_utf8(space + 1, (size_t)(text - space - 1)) : copy_of(L"");
    text++;
  }
  return 1;
}

static int digit(wchar_t sign) {
  if (sign >= L'0' && sign <= L'9') return sign - L'0';
  return sign >= L'A' && sign <= L'F' ? sign - L'A' + 10 : -1;
}

/* As an address (RFC 8089), in which some signs of a path would mean something else. */
static void add_address(Text *text, const wchar_t *path) {
  add(text, starts_with(path, L"\\\\") ? L"file:" : L"file:///");
  for (; *path; path++) {
    const wchar_t *sign = *path == L'\\' ? L"/" : *path == L'%' ? L"%25" : *path == L'#' ? L"%23"
                          : *path == L'?' ? L"%3F" : *path == L' ' ? L"%20" : NULL;
    if (sign) {
      add(text, sign);
    } else {
      add_part(text, path, 1);
    }
  }
}

static wchar_t *meant(const Orders *orders, const wchar_t *value) {
  Text text = {0};
  int is_path = 0;
  add(&text, L"");
  for (; *value; value++) {
    wchar_t sign = *value;
    if (sign == L'%' && value[1] == L'~') {
      add(&text, orders->home ? orders->home : L"");
      is_path = 1;
      value++;
      continue;
    }
    if (sign == L'%' && value[1] == L':') {
      add_address(&text, orders->home ? orders->home : L"");
      value++;
      continue;
    }
    if (sign == L'%' && digit(value[1]) >= 0 && digit(value[2]) >= 0) {
      sign = (wchar_t)(digit(value[1]) * 16 + digit(value[2]));
      value += 2;
    } else if (sign == L'/' && is_path) {
      sign = L'\\';
    }
    add_part(&text, &sign, 1);
  }
  return text.at;
}

wchar_t *next_order(const Orders *orders, const wchar_t *key, size_t *from) {
  while (*from < orders->count) {
    const Order *order = &orders->at[(*from)++];
    if (is_same(order->key, key)) return meant(orders, order->value);
  }
  return NULL;
}

const wchar_t *order(const Orders *orders, const wchar_t *key) {
  size_t from = 0;
  wchar_t *value = next_order(orders, key, &from);
  return value ? value : L"";
}

int has_order(const Orders *orders, const wchar_t *key) {
  size_t from = 0;
  return next_order(orders, key, &from) != NULL;
}

List all_orders(const Orders *orders, const wchar_t *key) {
  List all = {0};
  size_t from = 0;
  for (wchar_t *value; (value = next_order(orders, key, &from));) append(&all, value);
  return all;
}
