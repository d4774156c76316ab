/*
 * The archive in this file: what is in it, whether it is what it was made as, and its bytes.
 */
#include "payload.h"

#include <zlib.h>

enum { DIGEST = 32, STORED = 0, DEFLATED = 8, HEADER = 46, LOCAL_HEADER = 30 };

static uint64_t number_of(const Payload *payload, const wchar_t *key) {
  const wchar_t *text = order(&payload->orders, key);
  return number_at(&text);
}

void altered(void) {
  fail(STATUS_CANNOT_RUN, L"this file was altered, or is not whole; fetch it again");
}

static void read_at(const Payload *payload, uint64_t offset, void *to, DWORD count) {
  OVERLAPPED where = {0};
  where.Offset = (DWORD)offset;
  where.OffsetHigh = (DWORD)(offset >> 32);
  DWORD done = 0;
  if (!ReadFile(payload->file, to, count, &done, &where) || done != count) {
    DWORD error = GetLastError();
    if (error == ERROR_HANDLE_EOF || done < count) altered();
    fail(STATUS_CANNOT_RUN, joined(L"this file cannot be read: ", reason_of(error), NULL));
  }
}

static uint64_t little(const unsigned char *bytes, int count) {
  uint64_t number = 0;
  while (count--) number = number << 8 | bytes[count];
  return number;
}

/* Sizes and offsets that have no room in the header stand in an extra field (4.5.3). */
static void read_large(Entry *entry, const unsigned char *extra, size_t length) {
  while (length >= 4) {
    size_t size = (size_t)little(extra + 2, 2);
    if (size + 4 > length) return;
    if (little(extra, 2) == 1) {
      const unsigned char *at = extra + 4;
      const unsigned char *end = at + size;
      uint64_t *fields[] = {&entry->size, &entry->packed, &entry->offset};
      for (int i = 0; i < 3; i++) {
        if (*fields[i] == 0xFFFFFFFFu && at + 8 <= end) {
          *fields[i] = little(at, 8);
          at += 8;
        }
      }
    }
    extra += size + 4;
    length -= size + 4;
  }
}

/* A name that would lie elsewhere is none that was sealed. */
static int is_inside(const wchar_t *path) {
  const wchar_t *part = path;
  for (const wchar_t *at = path;; at++) {
    if (*at == L':') return 0;
    if (!*at || *at == L'\\') {
      if (at == part || (at - part == 2 && part[0] == L'.' && part[1] == L'.')) return 0;
      part = at + 1;
    }
    if (!*at) return 1;
  }
}

void read_directory(Payload *payload) {
  uint64_t at = number_of(payload, L"directory");
  uint64_t end = payload->offset + payload->size;
  uint64_t count = number_of(payload, L"entries");
  if (at < payload->offset || at > end || count > (end - at) / HEADER) altered();
  unsigned char *bytes = bytes_for((size_t)(end - at) + 1);
  for (uint64_t from = at; from < end; from += BUFFER) {
    read_at(payload, from, bytes + (from - at), (DWORD)(end - from < BUFFER ? end - from : BUFFER));
  }
  payload->entries = bytes_for((size_t)count * sizeof(Entry));
  const unsigned char *header = bytes;
  const unsigned char *stop = bytes + (end - at);
  for (uint64_t i = 0; i < count; i++) {
    if (stop - header < HEADER || little(header, 4) != 0x02014b50) altered();
    size_t name = (size_t)little(header + 28, 2);
    size_t extra = (size_t)little(header + 30, 2);
    size_t more = (size_t)little(header + 32, 2);
    if ((size_t)(stop - header) < HEADER + name + extra + more) altered();
    const char *text = (const char *)header + HEADER;
    if (name && text[name - 1] != '/') {
      Entry *entry = &payload->entries[payload->count++];
      entry->path = from_utf8(text, name);
      for (wchar_t *sign = entry->path; *sign; sign++) {
        if (*sign == L'/') *sign = L'\\';
      }
      if (!is_inside(entry->path)) altered();
      entry->method = (unsigned)little(header + 10, 2);
      entry->crc = (uint32_t)little(header + 16, 4);
      entry->packed = little(header + 20, 4);
      entry->size = little(header + 24, 4);
      entry->offset = little(header + 42, 4);
      read_large(entry, header + HEADER + name, extra);
      payload->all += entry->size;
    }
    header += HEADER + name + extra + more;
  }
}

void open_payload(Payload *payload, const Orders *shown) {
  payload->shown = shown;
  if (!read_orders(PAYLOAD_ID, &payload->orders)) ExitProcess(STATUS_CANNOT_RUN);
  payload->offset = number_of(payload, L"offset");
  payload->size = number_of(payload, L"size");
  payload->folder = copy_of(order(&payload->orders, L"folder"));
  payload->file = CreateFileW(long_path(own_path()), GENERIC_READ,
                              FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE, NULL,
                              OPEN_EXISTING, FILE_FLAG_SEQUENTIAL_SCAN, NULL);
  if (payload->file == INVALID_HANDLE_VALUE) {
    fail(STATUS_CANNOT_RUN, joined(L"this file cannot be read: ", reason_of(GetLastError()), NULL));
  }
  LARGE_INTEGER size;
  GetFileSizeEx(payload->file, &size);
  if ((uint64_t)size.QuadPart < payload->offset + payload->size) {
    Text text = {0};
    add(&text, L"this file is not whole: it has ");
    add_number(&text, (uint64_t)size.QuadPart);
    add(&text, L" bytes of ");
    add_number(&text, payload->offset + payload->size);
    add(&text, L". Fetch it again.");
    fail(STATUS_CANNOT_RUN, text.at);
  }
  payload->in = bytes_for(BUFFER);
  payload->out = bytes_for(BUFFER);
}

/* SHA-256 by Windows' own library (Vista and later), from its own folder only. */
int is_unaltered(Payload *payload) {
  typedef LONG(WINAPI *Open)(void **, LPCWSTR, LPCWSTR, ULONG);
  typedef LONG(WINAPI *New)(void *, void **, UCHAR *, ULONG, UCHAR *, ULONG, ULONG);
  typedef LONG(WINAPI *Put)(void *, UCHAR *, ULONG, ULONG);
  wchar_t system[MAX_PATH];
  UINT count = GetSystemDirectoryW(system, MAX_PATH);
  HMODULE library = count && count < MAX_PATH ? LoadLibraryW(joined(system, L"\\bcrypt.dll", NULL)) : NULL;
  if (!library) return 1; /* each file has a checksum besides */
  Open open = (Open)(void *)GetProcAddress(library, "BCryptOpenAlgorithmProvider");
  New create = (New)(void *)GetProcAddress(library, "BCryptCreateHash");
  Put put = (Put)(void *)GetProcAddress(library, "BCryptHashData");
  Put finish = (Put)(void *)GetProcAddress(library, "BCryptFinishHash");
  void *algorithm;
  void *hash;
  if (!open || !create || !put || !finish || open(&algorithm, L"SHA256", NULL, 0)) return 1;
  if (create(algorithm, &hash, NULL, 0, NULL, 0, 0)) return 1;
  for (uint64_t at = 0; at < payload->size; at += BUFFER) {
    uint64_t left = payload->size - at;
    DWORD part = (DWORD)(left < BUFFER ? left : BUFFER);
    read_at(payload, payload->offset + at, payload->in, part);
    put(hash, payload->in, part, 0);
    show_progress(at / 4, payload->size + payload->all);
  }
  unsigned char digest[DIGEST];
  if (finish(hash, digest, DIGEST, 0)) return 1;
  const wchar_t *told = order(&payload->orders, L"digest");
  for (int i = 0; i < DIGEST; i++) {
    static const wchar_t DIGITS[] = L"0123456789abcdef";
    if (told[2 * i] != DIGITS[digest[i] >> 4] || told[2 * i + 1] != DIGITS[digest[i] & 15]) return 0;
  }
  return 1;
}

int write_all(HANDLE to, const unsigned char *bytes, DWORD count) {
  DWORD done = 0;
  if (count == 0) return 1;
  if (!WriteFile(to, bytes, count, &done, NULL)) return 0;
  if (done < count) SetLastError(ERROR_DISK_FULL);
  return done == count;
}

static uint64_t start_of(const Payload *payload, const Entry *entry) {
  unsigned char local[LOCAL_HEADER];
  read_at(payload, entry->offset, local, LOCAL_HEADER);
  if (little(local, 4) != 0x04034b50) altered();
  uint64_t start = entry->offset + LOCAL_HEADER + little(local + 26, 2) + little(local + 28, 2);
  if (start + entry->packed > payload->offset + payload->size) altered();
  return start;
}

/* Unpacks one file; false, with the last error, if it cannot be written. */
static int unpack_to(Payload *payload, const Entry *entry, HANDLE to) {
  uint64_t at = start_of(payload, entry);
  uint64_t left = entry->packed;
  uint64_t written = 0;
  uLong crc = crc32(0, NULL, 0);
  z_stream stream = {0};
  if (entry->method == DEFLATED && inflateInit2(&stream, -MAX_WBITS) != Z_OK) altered();
  int ended = entry->method == STORED && left == 0;
  while (!ended) {
    DWORD part = (DWORD)(left < BUFFER ? left : BUFFER);
    read_at(payload, at, payload->in, part);
    at += part;
    left -= part;
    stream.next_in = payload->in;
    stream.avail_in = part;
    do {
      unsigned char *bytes = payload->in;
      DWORD count = part;
      if (entry->method == DEFLATED) {
        stream.next_out = bytes = payload->out;
        stream.avail_out = BUFFER;
        int told = inflate(&stream, Z_NO_FLUSH);
        if (told != Z_OK && told != Z_STREAM_END && told != Z_BUF_ERROR) altered();
        ended = told == Z_STREAM_END;
        count = BUFFER - stream.avail_out;
      }
      written += count;
      if (written > entry->size) altered();
      crc = crc32(crc, bytes, count);
      if (!write_all(to, bytes, count)) {
        if (entry->method == DEFLATED) inflateEnd(&stream);
        return 0;
      }
    } while (entry->method == DEFLATED && !ended && (stream.avail_in || !stream.avail_out));
    if (!left && !ended) {
      if (entry->method == DEFLATED) altered();
      ended = 1;
    }
    payload->done += part;
    show_progress(payload->size / 4 + payload->done, payload->size / 4 + payload->size);
  }
  if (entry->method == DEFLATED) inflateEnd(&stream);
  if (crc != entry->crc || written != entry->size) altered();
  return 1;
}

int unpack_file(Payload *payload, const Entry *entry, const wchar_t *path) {
  HANDLE to = CreateFileW(path, GENERIC_WRITE, 0, NULL, CREATE_ALWAYS, FILE_ATTRIBUTE_NORMAL, NULL);
  if (to == INVALID_HANDLE_VALUE) return 0;
  int done = unpack_to(payload, entry, to);
  DWORD error = GetLastError();
  CloseHandle(to);
  SetLastError(error);
  return done;
}

int has_size(const wchar_t *path, uint64_t size) {
  WIN32_FILE_ATTRIBUTE_DATA data;
  if (!GetFileAttributesExW(path, GetFileExInfoStandard, &data)) return 0;
  return !(data.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) &&
         ((uint64_t)data.nFileSizeHigh << 32 | data.nFileSizeLow) == size;
}

int has_bytes(const Payload *payload, const Entry *entry, const wchar_t *path) {
  if (!has_size(path, entry->size)) return 0;
  HANDLE file = CreateFileW(path, GENERIC_READ, FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE,
                            NULL, OPEN_EXISTING, FILE_FLAG_SEQUENTIAL_SCAN, NULL);
  if (file == INVALID_HANDLE_VALUE) return 0;
  uLong crc = crc32(0, NULL, 0);
  DWORD done = 0;
  while (ReadFile(file, payload->in, BUFFER, &done, NULL) && done) crc = crc32(crc, payload->in, done);
  CloseHandle(file);
  return crc == entry->crc;
}
