// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/knowledge_base.h"

#include <atomic>

#include "core/kb/provenance.h"

namespace sokudo::kb {

std::size_t nextTableNumber()
{
    static std::atomic<std::size_t> next{0};
    return next++;
}

std::string KnowledgeBase::citation(std::string_view source) const
{
    const Clause* found = find<Clause>(source);
    if (!found) return std::string(source);
    return found->clause.empty() ? found->document : found->document + " " + found->clause;
}

}  // namespace sokudo::kb
