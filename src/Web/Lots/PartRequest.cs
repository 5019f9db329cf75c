using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Lots;

/// <summary>A part of a blend or a kit. All parts have a share, or all are weighed, or none has either: then nobody knows the
/// shares.</summary>
/// <param name="Percent">Its share of the weight; all of them make 100.</param>
/// <param name="Weight">What it weighs, as typed, any unit.</param>
public sealed record PartRequest(
    Fibre Fibre,
    double? Percent = null,
    [property: StringLength(200)] string? Breed = null,
    [property: StringLength(60)] string? Weight = null
)
{
    /// <summary>Reads the parts of a request; the refusals are of the field <c>parts</c>.</summary>
    internal static Result<IReadOnlyList<LabelPart>> Read(IReadOnlyList<PartRequest> parts, LotForm form, MassUnit unit)
    {
        var told = new List<ToldPart>();
        foreach (var part in parts)
        {
            var weight = string.IsNullOrWhiteSpace(part.Weight) ? (Result<Mass>?)null : MassReader.Read(part.Weight, unit, "parts");
            if (weight is { IsRefused: true } unread)
            {
                return Result<IReadOnlyList<LabelPart>>.Refused(unread.Refusals);
            }

            told.Add(new ToldPart(part.Fibre, part.Breed?.Trim() ?? "", part.Percent, weight?.Value));
        }

        return ToldParts.Read(told, form);
    }
}
