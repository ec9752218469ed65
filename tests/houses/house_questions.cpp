// SPDX-License-Identifier: GPL-3.0-or-later
#include "house_questions.h"

#include <algorithm>
#include <array>
#include <string_view>

#include "apps/sokudo-cli/verb_names.h"
#include "core/base/text.h"

namespace sokudo::houses {
namespace {

/// Arguments with ^ between them. {a} and {b} are devices, {switch} and {switch2} such with ports, {run} a label,
/// {port} “core 4”, {place}, {file}, {folder}, {source}, {variant}.
struct Call {
    std::string_view verb, line;
};

constexpr std::array kCalls{
    Call{"addresses", "{file}"},
    Call{"acceptance", "{file}^--from^{switch}^--to^{switch2}"},
    Call{"advice", "{file}"},
    Call{"backup-internet", "--fee^10^--included^5^--per-gb^0.2^--days^12^--people^2^--gb^4^--value^8"},
    Call{"baseline", "frames=8.1m crc=0 uptime=2h^frames=9g crc=4 uptime=12d"},
    Call{"batch", "2 bad of 5, 19 untested"},
    Call{"battery", "480 Wh lead 35 W"},
    Call{"bridge", "--distance^60m^--hour^20^--kwh^0.3"},
    Call{"bring-up", "{file}"},
    Call{"bring-up", "{file}^--variant^{variant}"},
    Call{"buy", "{file}^--variant^{variant}"},
    Call{"cable-distance", "--reading^14m^--cable^cat6^--fixed^30m"},
    Call{"cable-test", "enp1s0^--root^{source}/hosts/platen"},
    Call{"capacity", "{file}"},
    Call{"cascade", "{file}^--device^{a}^--card^card-25"},
    Call{"catalogue", "modules^--file^{file}"},
    Call{"census", "{file}"},
    Call{"census", "{file}^--csv"},
    Call{"chain", "{file}^--from^{port}"},
    Call{"check", "{file}"},
    Call{"compare", "{file}^{variant}"},
    Call{"contradictions", "{file}"},
    Call{"convert", "1.2 GB in 9.8 s ±1"},
    Call{"counters", "12.3gb packets=8.1m time=10s link=10g"},
    Call{"cut", "{file}^--variant^{variant}"},
    Call{"diagnose", "{file}^--from^{a}^--to^{b}^--answer^e02=yes"},
    Call{"distance", "{file}^--from^{a}^--to^{b}"},
    Call{"distance", "{file}^--run^{run}^--reading^14m"},
    Call{"edit", "{file}^set {a} note=seen^--try"},
    Call{"edit", "{file}^delete {b}"},
    Call{"expect", "{file}^--from^{a}^--to^{b}"},
    Call{"expect", "{file}^--from^{b}^--to^{a}^--copy^--both^--streams^4"},
    Call{"export", "{file}^--tables^{folder}/tables^--private"},
    Call{"export", "{file}^--out^{folder}/house.json"},
    Call{"flows", "{file}"},
    Call{"headline", "wifi 5400 bands=2"},
    Call{"heat", "180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, at most 35 c"},
    Call{"history", "{file}^--run^{run}"},
    Call{"host", "--root^{source}/hosts/platen^--add^{file}^--place^{place}"},
    Call{"import", "{folder}/house.json^--to^{folder}/again.sokudo"},
    Call{"import-tests", "{file}^{source}/results.csv^--columns^run=run; outcome=outcome"},
    Call{"instruments", "--runs^12^--hour^25"},
    Call{"jobs", "{file}^--variant^{variant}"},
    Call{"judge", "1.15 GB/s^{file}^--from^{a}^--to^{b}"},
    Call{"judge", "280 Mb/s^{file}^--from^{a}^--to^{b}^--reverse^940 Mb/s^--dialog"},
    Call{"labels", "{file}"},
    Call{"later", "premium 400, redo 2200, 8 years, p 0.4, discount 3%"},
    Call{"lights", "--of^switch"},
    Call{"limits", "cat6a^--at^250"},
    Call{"link", "sfp28 / om4 18m / sfp28"},
    Call{"link-down", "{file}^--link^{run}"},
    Call{"list", "{file}^--variant^{variant}^--csv"},
    Call{"log", "{file}"},
    Call{"log", "{file}^--media"},
    Call{"log", "{file}^--gain^--from^{a}^--to^{b}"},
    Call{"log", "{file}^--add^looked at {a}"},
    Call{"measure", "--typed^3 GiB in 27 s ±1^--save^{file}^--from^{a}^--to^{b}"},
    Call{"moves", "{file}^--from^{switch}^--to^{switch2}"},
    Call{"mtu", "{file}^--from^{a}^--to^{b}"},
    Call{"neighbours", "{file}^--root^{source}/hosts/platen"},
    Call{"outage", "{file}"},
    Call{"outage", "{file}^--mains-off"},
    Call{"outage", "{file}^--without^{a}"},
    Call{"outage", "{file}^--without^run {run}"},
    Call{"parts", "{file}"},
    Call{"path", "hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | nvme 4.0x4 | smb"},
    Call{"photo", "{file}^{source}/none.jpg^--of^{a}"},
    Call{"poe", "{file}"},
    Call{"poe", "{file}^--rate^1^--class^4"},
    Call{"power", "{file}"},
    Call{"power", "{file}^--device^{a}^--in^{place}"},
    Call{"qualify", "--rate^10g"},
    Call{"read", "10G-LR 1310nm"},
    Call{"readings", "{file}^--run^{run}^--a^rate=1g duplex=full^--b^switch:simulated:core^--interface^3"},
    Call{"repairs", "{file}"},
    Call{"report", "{file}^--from^{a}^--to^{b}"},
    Call{"report", "{file}^--text"},
    Call{"schedule", "{file}^--variant^{variant}^--person^ann mon 2h, wed 90min"},
    Call{"settings", "{file}"},
    Call{"siblings", "{file}^--run^{run}"},
    Call{"single-points", "{file}"},
    Call{"solve", "{file}^--wish^{a} to {b} at 10g^--seconds^2"},
    Call{"stages", "{file}^--variant^{variant}^--monthly^40"},
    Call{"standing", "{file}"},
    Call{"start", "{folder}/started.sokudo^--floors^cellar, ground floor^--switch^cellar: 8x sfp28^--try"},
    Call{"terminate", "jack"},
    Call{"test-ends", "{file}^--run^{run}"},
    Call{"tests", "{file}"},
    Call{"tour", "{file}^--private"},
    Call{"trunking", "4.2m 3.1m door=0.8x2.05m above=0.1m piece=2m"},
    Call{"upgrade", "{file}^--from^{a}^--to^{b}^--size^80GB^--per-week^3^--costs"},
    Call{"upgrade", "{file}"},
    Call{"versions", "{file}"},
    Call{"versions", "{file}^--compare^{variant}^now"},
    Call{"ways", "{file}^--link^{run}^--rate^10"},
    Call{"what-if", "{file}^--rate^10"},
    Call{"window", "{file}^--from^{switch}^--to^{switch2}^--begins^18:00^--until^22:30"},
    Call{"wiremap", "1-1 2-2 3-6 6-3 4-4 5-5 7-x 8-8"},
};

/// A verb that is added and not asked here stops the build.
consteval bool isEveryVerbAsked()
{
    for (const std::string_view verb : cli::kVerbNames) {
        bool isAsked = false;
        for (const Call& call : kCalls) isAsked = isAsked || call.verb == verb;
        if (!isAsked) return false;
    }
    return true;
}
static_assert(isEveryVerbAsked(),
              "a verb of apps/sokudo-cli/verb_names.h is not asked of houses by chance: add a call");

void put(std::string& into, std::string_view name, const std::string& value)
{
    for (std::size_t at = into.find(name); at != std::string::npos; at = into.find(name, at + value.size()))
        into.replace(at, name.size(), value);
}

template <class Rows, class Name>
std::string one(const Rows& rows, Chance& chance, Name name)
{
    if (rows.empty()) return "nothing";
    auto at = rows.begin();
    for (std::size_t skip = chance.below(rows.size()); skip > 0; --skip) ++at;
    return name(*at);
}

}  // namespace

std::vector<cli::Arguments> callsOn(const AskedHouse& house, Chance& chance)
{
    const plan::Plan& plan = *house.plan;
    const auto name = [](const auto& row) { return row.name; };
    std::vector<cli::Arguments> calls;
    for (const Call& call : kCalls) {
        cli::Arguments arguments{std::string(call.verb)};
        const std::string a = one(plan.devices, chance, name), b = one(plan.devices, chance, name);
        const std::string run = one(plan.runs, chance, [](const plan::Run& r) { return r.label; });
        const std::string port = one(plan.ports, chance, [&](const plan::Port& p) { return portText(plan, p.id); });
        for (std::string argument : text::split(call.line, '^')) {
            put(argument, "{file}", house.file);
            put(argument, "{folder}", house.folder);
            put(argument, "{source}", house.source);
            put(argument, "{variant}", house.variant);
            put(argument, "{a}", a);
            put(argument, "{b}", b);
            put(argument, "{switch}", a);
            put(argument, "{switch2}", b);
            put(argument, "{run}", run);
            put(argument, "{port}", port);
            put(argument, "{place}", one(plan.places, chance, name));
            arguments.push_back(std::move(argument));
        }
        if (chance.is(0.4)) arguments.insert(arguments.begin(), "--json");
        calls.push_back(std::move(arguments));
    }
    return calls;
}

}  // namespace sokudo::houses
