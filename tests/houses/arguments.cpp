// SPDX-License-Identifier: GPL-3.0-or-later
#include "arguments.h"

namespace sokudo::houses {
namespace {

const std::vector<std::string>& strangeArguments()
{
    static const std::vector<std::string> kAll{"",
                                               " ",
                                               "-",
                                               "--",
                                               "-x",
                                               "--=",
                                               "--no-such=1",
                                               std::string(100'000, 'a'),
                                               std::string(5'000, '/'),
                                               std::string(300, 'x') + "/" + std::string(300, 'y'),
                                               std::string(20'000, '('),
                                               "\xFF\xFE",
                                               "\xC0\x80",
                                               "\u202Eevil\u202C",
                                               "\u200B",
                                               "نور الفانوس",
                                               "🙂🙂",
                                               "a\nb",
                                               std::string("%s%n%d"),
                                               "=1+1",
                                               "99999999999999999999",
                                               "-99999999999999999999",
                                               "1e308",
                                               "1e-308",
                                               "nan",
                                               "inf",
                                               "-0",
                                               "0",
                                               "999999999x rj45",
                                               "99999999999999999999g",
                                               "1e30 m",
                                               "2026-13-45",
                                               "a=b=c",
                                               "\"",
                                               "{}",
                                               "[1",
                                               "/dev/null",
                                               "/",
                                               "/proc/self/mem",
                                               "0x10",
                                               "1,5",
                                               "½"};
    return kAll;
}

}  // namespace

std::vector<cli::Arguments> strangeCalls(const AskedHouse& house, Chance& chance, std::size_t each)
{
    std::vector<cli::Arguments> calls;
    std::size_t count = chance.below(each);
    for (cli::Arguments call : callsOn(house, chance)) {
        if (call.front() == "--json") call.erase(call.begin());
        for (std::size_t at = 1; at <= call.size(); ++at)
            for (const std::string& strange : strangeArguments()) {
                if (count++ % each != 0) continue;
                cli::Arguments one = call;
                if (at == one.size()) one.push_back(strange);
                else one[at] = strange;
                calls.push_back(std::move(one));
            }
    }
    return calls;
}

}  // namespace sokudo::houses
