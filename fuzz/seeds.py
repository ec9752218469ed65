#!/usr/bin/env python3
"""Writes what each fuzz target begins with: seeds.py FOLDER, from the root of the source."""
import json
import pathlib
import re
import sys

folder = pathlib.Path(sys.argv[1])


def seed(target, name, content):
    path = folder / target
    path.mkdir(parents=True, exist_ok=True)
    (path / name).write_bytes(content if isinstance(content, bytes) else content.encode())


lines = re.findall(r"^\| `([^`]+)`", pathlib.Path("docs/one-line.md").read_text(), re.M)
for i, line in enumerate(lines):
    seed("one_line", f"line{i}", line.replace("\\|", "|"))
blocks = re.findall(r"^```\n(.*?)^```", pathlib.Path("docs/edit-lines.md").read_text(), re.M | re.S)
for i, line in enumerate("".join(blocks).splitlines()):
    seed("edit_line", f"line{i}", line)
asked = ["1-1 2-2 3-6 6-3 4-4 5-5 7-x 8-8 4=5 no-screen", "1 2 3 4 5 6 7 8", "2 bad of 5, 19 untested, prior 1 of 20, sure 95%",
         "premium 400, redo 2200, 8 years, p 0.4, discount 3%", "desk to vault at 10g", "all computers to core at 2.5g",
         "switch in Cellar", "pull Cellar to Study 20m", "without dac", "least cost then watts", "keep core", "no pulling"]
for i, line in enumerate(asked):
    seed("ask_line", f"line{i}", line)
for i, table in enumerate(sorted(pathlib.Path("data").glob("*.csv"))):
    seed("catalogue", table.stem, bytes([i]) + table.read_bytes()[:20000])

nonce = "00" * 32
messages = [
    {"type": "hello", "protocol": 2, "nonce": nonce}, {"type": "auth", "nonce": nonce, "proof": nonce},
    {"type": "welcome", "proof": nonce}, {"type": "refused", "why": "busy"}, {"type": "go"}, {"type": "stop"},
    {"type": "test", "streams": 4, "direction": "both", "seconds": 10, "warmup": 2, "cap_bps": 0},
    {"type": "ready", "port": 7412, "token": "00" * 16, "cap_bps": 1e9}, {"type": "sample", "at_s": 0.1, "bytes": 5},
    {"type": "result", "forward_bps": 1e9, "conditions": {"a": "b"}, "busiest_core_percent": 5, "mean_core_percent": 1}]
for i, message in enumerate(messages):
    for head in range(4):
        seed("control_channel", f"message{i}-{head}", bytes([head]) + json.dumps(message).encode())

house = json.loads(pathlib.Path("data/starters/lantern-row.json").read_text())
seed("json_import", "house", json.dumps(house))
small = {key: value[:2] if isinstance(value, list) else value for key, value in house.items()}
seed("json_import", "small", json.dumps({**small, "runs": [], "flows": [], "jobs": [], "waivers": []}))
kinds = {"places": "place", "devices": "device", "slots": "slot", "ports": "port", "runs": "run", "waivers": "waiver",
         "catalogue": "catalogue", "flows": "flow", "jobs": "job", "trials": "trial", "log": "entry", "answers": "answer"}
rows = [f"{kinds[key]} {row['id']} {json.dumps(row)}" for key, value in house.items() if key in kinds for row in value]
for version in range(4):
    seed("project_rows", f"house{version}", bytes([version]) + "\n".join(rows).encode()[:29000])
for key, kind in kinds.items():
    few = [f"{kind} {row['id']} {json.dumps(row)}" for row in house.get(key, [])[:3]]
    seed("project_rows", kind, bytes([3]) + "\n".join(few).encode())

for i, memory in enumerate(sorted(pathlib.Path("data/hosts").rglob("*eeprom*")) + sorted(pathlib.Path("data/hosts").rglob("*module*"))):
    if memory.is_file():
        seed("module_memory", f"captured{i}", memory.read_bytes()[:4096])
sfp = bytearray(512)
sfp[0], sfp[2], sfp[92] = 3, 7, 0x68
qsfp = bytearray(640)
qsfp[0] = qsfp[128] = 0x11
seed("module_memory", "sfp", bytes(sfp))
seed("module_memory", "qsfp", bytes(qsfp))

seed("results_csv", "plain", "rate,from,to,at,note\n9.4 Gb/s,vault,platen,2026-11-25 21:04,fine\n")
seed("results_csv", "columns", "rate_gbps,kind,direction,streams,seconds,rig\n9.4,file copy,forward,4,10,\"a, b\"\n")
