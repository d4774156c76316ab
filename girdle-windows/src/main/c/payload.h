/*
 * The files of the application lie behind the program as a zip archive (APPNOTE.TXT 6.3, 4.3 and
 * 4.4), whose places in this file are told by the orders of PAYLOAD_ID:
 *
 *   offset, size     of all that has to be there, in bytes
 *   digest           its SHA-256
 *   directory, entries   where the central directory starts, and how many files it has
 *   folder           what the folder is called that it is unpacked to
 */
#ifndef GIRDLE_PAYLOAD_H
#define GIRDLE_PAYLOAD_H

#include "starter.h"

enum { BUFFER = 1 << 18 };

typedef struct {
  wchar_t *path; /* with backslashes */
  unsigned method;
  uint32_t crc;
  uint64_t packed;
  uint64_t size;
  uint64_t offset;
} Entry;

typedef struct {
  Orders orders;
  const Orders *shown;
  HANDLE file;
  uint64_t offset;
  uint64_t size;
  Entry *entries;
  size_t count;
  wchar_t *folder; /* its name */
  wchar_t *base;   /* of the folder, as long path */
  wchar_t *problem;
  uint64_t done; /* bytes, for the progress */
  uint64_t all;
  unsigned char *in;
  unsigned char *out;
} Payload;

void open_payload(Payload *payload, const Orders *shown); /* ends the process if it is cut off */
void read_directory(Payload *payload);
int is_unaltered(Payload *payload);
void altered(void); /* says so, and ends the process */
int unpack_file(Payload *payload, const Entry *entry, const wchar_t *path); /* false, with an error */
int has_size(const wchar_t *path, uint64_t size);
int has_bytes(const Payload *payload, const Entry *entry, const wchar_t *path);
int write_all(HANDLE to, const unsigned char *bytes, DWORD count);

#endif
