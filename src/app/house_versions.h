// SPDX-License-Identifier: GPL-3.0-or-later
// Snapshots and variants of the open house: kept, opened, edited, merged. Whatever changes one is a step of Undo.
#pragma once

#include <QString>

#include "core/plan/plan.h"
#include "store/project_file.h"

namespace sokudo::app {

class Document;

class HouseVersions {
public:
    explicit HouseVersions(Document& document) : m_document(document) {}

    const std::vector<store::Version>& all() const;
    /// Null: there is none.
    const store::Version* find(store::VersionId) const;
    /// Keeps what is shown now.
    bool keep(const QString& name, store::VersionKind, const QString& note = {});
    bool drop(store::VersionId);
    /// Makes a version the house; what is there now is kept first, so that nothing is lost.
    bool use(store::VersionId);
    bool rename(store::VersionId, const QString& name);

    /// The variant that is open: edits change it and leave the house as it is. Unset: the house is.
    store::VersionId opened() const { return m_opened; }
    /// Keeps a plan as a variant of the house; by default the house as it is. @return its id; unset: refused
    store::VersionId branch(const QString& name, const plan::Plan* plan = nullptr, const QString& note = {});
    /// Shows a variant, or with an unset id the house.
    bool open(store::VersionId variant);
    /// Puts what a variant changed into the house as it is now; the house before is kept first.
    bool merge(store::VersionId);

private:
    friend class Document;
    bool save(const plan::PlanPtr& to, const QString& logText, store::Changes records);
    bool isFreeName(const QString& name, store::VersionId but = {});
    void adopt(plan::PlanPtr house);

    Document& m_document;
    plan::PlanPtr m_house;  ///< while a variant is open; null: what is shown is the house
    store::VersionId m_opened;
};

}  // namespace sokudo::app
