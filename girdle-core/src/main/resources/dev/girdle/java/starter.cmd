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
if not defined G_JAVA call :consider "%JAVA_HOME%"
if not defined G_JAVA for /f "delims=" %%J in ('where java.exe 2^>nul') do call :consider "%%~dpJ.."
if not defined G_JAVA for /d %%D in ("%ProgramFiles%\*") do for /d %%J in ("%%~D\*") do call :consider "%%~J"
if not defined G_JAVA for /d %%J in ("%LOCALAPPDATA%\Programs\*" "%USERPROFILE%\.jdks\*") do call :consider "%%~J"
if not defined G_JAVA goto none
set "G_OPTIONS="
if %G_RELEASE% GEQ 9 set "G_OPTIONS=@OPTIONS@"
"%G_JAVA%" %G_OPTIONS% %@VARIABLE@_JAVA_OPTS% -cp "@CLASS_PATH@" "@MAIN@" %*
exit /b %ERRORLEVEL%

:none
>&2 echo @NAME@: @TITLE@ needs @NEED_TEXT@, and there is none here.
if defined G_FOUND >&2 echo   found: Java%G_FOUND%
>&2 echo   Install it, or set @VARIABLE@_JAVA_HOME to its folder.
exit /b 127

:consider
if defined G_JAVA exit /b 0
if "%~1"=="" exit /b 0
if not exist "%~1\bin\java.exe" exit /b 0
if not exist "%~1\release" exit /b 0
set "G_RELEASE="
for /f "tokens=2 delims==" %%V in ('findstr /b "JAVA_VERSION=" "%~1\release"') do for /f "tokens=1,2 delims=._+-" %%A in ("%%~V") do if "%%~A"=="1" (set "G_RELEASE=%%~B") else set "G_RELEASE=%%~A"
if not defined G_RELEASE exit /b 0
if %G_RELEASE% @COMPARE@ @NEEDS@ set "G_JAVA=%~1\bin\java.exe"
if not defined G_JAVA set "G_FOUND=%G_FOUND% %G_RELEASE%"
exit /b 0
