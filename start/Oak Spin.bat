@echo off
rem Double-click to start Oak Spin on Windows: finds Python 3.11 or newer, or says what is missing.
setlocal
set "CHECK=import sys; sys.exit(sys.version_info < (3, 11))"
py -3 -c "%CHECK%" >nul 2>nul && (py -3 "%~dp0start.py" %* & goto ended)
python -c "%CHECK%" >nul 2>nul && (python "%~dp0start.py" %* & goto ended)
echo Oak Spin needs Python 3.11 or newer, and found none.
echo Install it from python.org or the store, tick "Add Python to PATH", then start Oak Spin again.
goto stopped
:ended
if not errorlevel 1 exit /b 0
:stopped
pause
exit /b 1
