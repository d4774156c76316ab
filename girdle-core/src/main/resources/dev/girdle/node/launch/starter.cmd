@echo off
rem Starts @TITLE@. README.txt, beside the folder of this file, tells what it needs.
rem   @VARIABLE@_NODE        the Node.js program to start it with, or the folder that holds it
rem   @VARIABLE@_NODE_OPTS   more options for Node.js, separated by spaces
setlocal EnableExtensions DisableDelayedExpansion
for %%I in ("%~dp0..") do set "G_HOME=%%~fI"
if exist "%G_HOME%\app\@ENTRY@" goto look
>&2 echo @NAME@: this starter was moved away from its folder; put it back into the bin folder of @TITLE@
exit /b 127

:look
set "G_NODE="
set "G_FOUND="
if defined @VARIABLE@_NODE call :consider "%@VARIABLE@_NODE%"
if defined @VARIABLE@_NODE call :consider "%@VARIABLE@_NODE%\node.exe"
@BUNDLED@for %%J in (node.exe) do call :consider "%%~$PATH:J"
if not defined G_NODE for /f "delims=" %%J in ('where node.exe 2^>nul') do call :consider "%%~J"
if not defined G_NODE call :consider "%ProgramFiles%\nodejs\node.exe"
if not defined G_NODE call :consider "%LOCALAPPDATA%\Programs\nodejs\node.exe"
if not defined G_NODE goto none
@ENVIRONMENT@@START@"%G_NODE%"@FIXED_OPTIONS@ %@VARIABLE@_NODE_OPTS% "%G_HOME%\app\@ENTRY@"@FIXED_ARGUMENTS@ %*
exit /b %ERRORLEVEL%

:none
>&2 echo @NAME@: @TITLE@ needs @NEED_TEXT@, and there is none here.
if defined G_FOUND >&2 echo   found: Node.js%G_FOUND%
>&2 echo   Install it, or set @VARIABLE@_NODE to the program.
exit /b 127

:consider
if defined G_NODE exit /b 0
if /i not "%~x1"==".exe" exit /b 0
if not exist "%~1" exit /b 0
set "G_RELEASE="
for /f "delims=" %%V in ('call "%~1" --version 2^>nul') do set "G_RELEASE=%%V"
if not defined G_RELEASE exit /b 0
for /f "tokens=1-3 delims=v.-+" %%A in ("%G_RELEASE%") do call :compare "%~1" %%A %%B %%C
if not defined G_NODE set "G_FOUND=%G_FOUND% %G_RELEASE:~1%"
exit /b 0

:compare
if %2 GTR @NEED_MAJOR@ set "G_NODE=%~1"
if not %2 EQU @NEED_MAJOR@ exit /b 0
if %3 GTR @NEED_MINOR@ set "G_NODE=%~1"
if not %3 EQU @NEED_MINOR@ exit /b 0
if %4 GEQ @NEED_PATCH@ set "G_NODE=%~1"
exit /b 0
