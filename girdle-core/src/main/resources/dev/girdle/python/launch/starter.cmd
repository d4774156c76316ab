@echo off
rem Starts @TITLE@. README.txt, beside the folder of this file, tells what it needs.
rem   @VARIABLE@_PYTHON        the Python to start it with, or the folder that holds it
rem   @VARIABLE@_PYTHON_OPTS   more options for Python, separated by spaces
setlocal EnableExtensions DisableDelayedExpansion
for %%I in ("%~dp0..") do set "G_HOME=%%~fI"
if exist "%G_HOME%\start\begin.py" goto look
>&2 echo @NAME@: this starter was moved away from its folder; put it back into the bin folder of @TITLE@
exit /b 127

:look
set "G_PYTHON="
set "G_FOUND="
if defined @VARIABLE@_PYTHON call :consider "%@VARIABLE@_PYTHON%"
if defined @VARIABLE@_PYTHON call :consider "%@VARIABLE@_PYTHON%\python.exe"
@BUNDLED@if not defined G_PYTHON for %%J in ("%PATH:;=" "%") do call :consider "%%~J\python.exe"
if not defined G_PYTHON for /d %%J in ("%LOCALAPPDATA%\Programs\Python\Python3*") do call :consider "%%~J\python.exe"
if not defined G_PYTHON for /d %%J in ("%ProgramFiles%\Python3*") do call :consider "%%~J\python.exe"
if not defined G_PYTHON goto none
@ENVIRONMENT@@START@"%G_PYTHON%" -I -S -B@FIXED_OPTIONS@ %@VARIABLE@_PYTHON_OPTS% "%G_HOME%\start\begin.py" "%G_HOME%\bin\@LABEL@" @ENTRY@@FIXED_ARGUMENTS@ %*
exit /b %ERRORLEVEL%

:none
>&2 echo @NAME@: @TITLE@ needs @NEED_TEXT@, and there is none here.
if defined G_FOUND >&2 echo   found: Python%G_FOUND%
>&2 echo   Install it, or set @VARIABLE@_PYTHON to the program.
exit /b 127

:consider
if defined G_PYTHON exit /b 0
if /i not "%~x1"==".exe" exit /b 0
if not exist "%~1" exit /b 0
set "G_RELEASE="
for /f "tokens=2" %%V in ('call "%~1" --version 2^>nul') do set "G_RELEASE=%%V"
if not defined G_RELEASE exit /b 0
for /f "tokens=1-2 delims=.+" %%A in ("%G_RELEASE%") do call :compare "%~1" %%A %%B
if not defined G_PYTHON set "G_FOUND=%G_FOUND% %G_RELEASE%"
exit /b 0

:compare
if not "%2"=="3" exit /b 0
if %3 LSS @NEED_MINOR@ exit /b 0
if %3 GEQ @BEFORE_MINOR@ exit /b 0
set "G_PYTHON=%~1"
exit /b 0
