#!/usr/bin/env node
//girdle-archive ###OFFSET### ###LENGTH###
// @TITLE@, a program in one file. Start it with: node FILE. What it holds lies behind this text as a
// zip archive in base64, and is read from there while it runs; nothing of its source is hidden.
//   @VARIABLE@_ENTRY        which of its programs is started, if it has several
//   @VARIABLE@_UNPACK_DIR   where native code is unpacked; else the cache folder of the user
'use strict';
