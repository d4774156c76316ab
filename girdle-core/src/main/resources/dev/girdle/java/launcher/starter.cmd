@echo off
rem Starts @TITLE@. README.txt, beside the folder of this file, tells what it needs.
rem   @VARIABLE@_JAVA_HOME   the folder of the Java to start it with
rem   @VARIABLE@_JAVA_OPTS   more options for Java, separated by spaces
setlocal EnableExtensions DisableDelayedExpansion
for %%I in ("%~dp0..") do set "G_HOME=%%~fI"
if exist "%G_HOME%\lib\@FIRST_JAR@" goto look
>&2 echo @NAME@: this starter was moved away from its folder; put it back into the bin folder of @TITLE@
exit /b 127

:look
set "G_JAVA="
set "G_FOUND="
call :consider "%@VARIABLE@_JAVA_HOME%"
@BUNDLED@if not defined G_JAVA call :consider "%JAVA_HOME%"
if not defined G_JAVA for /f "delims=" %%J in ('where java.exe 2^>nul') do call :consider "%%~dpJ.."
if not defined G_JAVA for /f "delims=" %%D in ('dir /b /ad "%ProgramFiles%" 2^>nul') do call :within "%ProgramFiles%\%%D"
if not defined G_JAVA call :within "%LOCALAPPDATA%\Programs"
if not defined G_JAVA call :within "%USERPROFILE%\.jdks"
if not defined G_JAVA goto none
@ENVIRONMENT@set "G_OPTIONS="
if %G_RELEASE% GEQ 9 set "G_OPTIONS=@OPTIONS@"
@START@"%G_JAVA%" %G_OPTIONS%@FIXED_OPTIONS@ %@VARIABLE@_JAVA_OPTS% @PATH_OPTION@ "@CLASS_PATH@"@MAIN@@FIXED_ARGUMENTS@ %*
exit /b %ERRORLEVEL%

:none
>&2 echo @NAME@: @TITLE@ needs @NEED_TEXT@, and there is none here.
if defined G_FOUND >&2 echo   found: Java%G_FOUND%
>&2 echo   Install it, or set @VARIABLE@_JAVA_HOME to its folder.
exit /b 127

:within
for /f "delims=" %%J in ('dir /b /ad "%~1" 2^>nul') do call :consider "%~1\%%J"
exit /b 0

:consider
if defined G_JAVA exit /b 0
if "%~1"=="" exit /b 0
if not exist "%~1\bin\java.exe" exit /b 0
if not exist "%~1\release" exit /b 0
set "G_RELEASE="
for /f "usebackq tokens=1,2 delims==" %%K in ("%~1\release") do if "%%K"=="JAVA_VERSION" call :feature %%L
if not defined G_RELEASE exit /b 0
if %G_RELEASE% @COMPARE@ @NEEDS@ set "G_JAVA=%~1\bin\@LAUNCHER@"
if not defined G_JAVA set "G_FOUND=%G_FOUND% %G_RELEASE%"
exit /b 0

:feature
for /f "tokens=1,2 delims=._+-" %%A in ("%~1") do call :number %%A %%B
exit /b 0

:number
set "G_RELEASE=%~1"
if "%~1"=="1" set "G_RELEASE=%~2"
exit /b 0
